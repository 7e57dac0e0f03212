import { copyWithStructuralSharing } from '@reduxjs/toolkit/query';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Asked, Opened, PlanningCase, View } from '../../planner/answers';
import { openCase, openedBefore, Viewer } from '../../planner/planner';
import type { Listener } from '../../planner/views';
import { useLatest } from '../../widgets/use-latest';

interface Answer<T> {
  readonly value: T;
  readonly fault: string | null;
  /** Whether it answers what is asked now, not what was asked before. */
  readonly isFresh: boolean;
}

const faultText = (error: unknown) => (error instanceof Error ? error.message : String(error));

/** What a case has to offer, with the case that it was worked out for; the last one while a new one is worked out. */
export function useOpened<C extends PlanningCase>(
  of: C | null,
): Answer<{ readonly of: C; readonly offers: Extract<Opened, { job: C['job'] }> } | null> {
  type Offers = Extract<Opened, { job: C['job'] }>;
  const key = useMemo(() => (of === null ? null : JSON.stringify(of)), [of]);
  const [answer, setAnswer] = useState<{
    key: string | null;
    value: { of: C; offers: Offers } | null;
    fault: string | null;
  }>(() => {
    // Opened before: there at once.
    const offers = key === null ? null : openedBefore(key);
    const value = of === null || offers === null ? null : { of, offers: offers as Offers };
    return { key: value === null ? null : key, value, fault: null };
  });
  const latest = useLatest(of);
  useEffect(() => {
    const asked = latest.current;
    if (key === null || asked === null) return;
    let stale = false;
    openCase(key, asked).then(
      (offers) =>
        // The worker answers in the job of the case.
        stale || setAnswer({ key, value: { of: asked, offers: offers as Offers }, fault: null }),
      (error: unknown) => stale || setAnswer({ key, value: null, fault: faultText(error) }),
    );
    return () => {
      stale = true;
    };
  }, [key, latest]);
  return { value: answer.value, fault: answer.fault, isFresh: answer.key === key };
}

const NOTHING: View = {
  evaluation: null,
  ink: null,
  lesson: null,
  curves: null,
  alternatives: null,
  map: null,
  uncertainty: null,
};

interface Answered {
  readonly of: string | null;
  readonly asked: Asked | null;
  readonly value: View;
  readonly fault: string | null;
  /** Whether nothing of it is still to come. */
  readonly isWhole: boolean;
}

const NOT_YET: Answered = { of: null, asked: null, value: NOTHING, fault: null, isWhole: false };

const KEPT_ANSWERS = 24;

/**
 * The last questions and their answers, and what the next press may ask for: such a press, or a stage that is opened again, shows
 * all that follows at once.
 */
const answered = new Map<string, Answered>();

function keep(question: string, answer: Answered): void {
  answered.delete(question);
  answered.set(question, answer);
  const [oldest] = answered.keys();
  if (answered.size > KEPT_ANSWERS && oldest !== undefined) answered.delete(oldest);
}

/**
 * All that follows from a setting in a case; each part stays as it was until it is worked out again. `asked` is the setting that
 * it follows from. `ahead` asks for a setting that is about to be shown, so that it is worked out while the page draws it.
 */
export function useView(
  of: PlanningCase | null,
  asked: Asked | null,
): Answer<View> & { readonly asked: Asked | null; readonly ahead: (asked: Asked) => void } {
  const key = useMemo(() => (of === null ? null : JSON.stringify(of)), [of]);
  const question = key === null || asked === null ? null : questionOf(key, asked);
  const [answer, setAnswer] = useState<Answered>(
    () => (question === null ? undefined : answered.get(question)) ?? NOT_YET,
  );
  useEffect(() => {
    if (answer.of !== null && answer.fault === null) keep(answer.of, answer);
  }, [answer]);
  const shown = useLatest(answer.value);
  const [viewer] = useState(() => new Viewer());
  const underWay = useRef<string | null>(null);
  const ask = useLatest((what: Asked) => {
    if (key === null || of === null) return;
    const about = questionOf(key, what);
    if (underWay.current === about) return;
    underWay.current = about;
    const listener: Listener = {
      tell: (part, isWhole) =>
        setAnswer(({ value }) => ({
          ...{ of: about, asked: what, fault: null, isWhole },
          value: sharing(value, { ...value, ...part }),
        })),
      foresee: (next, view) => {
        const ahead = questionOf(key, next);
        const value = sharing(shown.current, { ...NOTHING, ...view });
        keep(ahead, { of: ahead, asked: next, value, fault: null, isWhole: true });
      },
    };
    const known = answered.get(about);
    if (known?.isWhole === true) {
      setAnswer(known);
      viewer.arrive(key, of, what, listener);
      return;
    }
    viewer.ask(key, of, what, listener).catch((error: unknown) =>
      setAnswer({
        ...{ of: about, asked: what, value: NOTHING, isWhole: false },
        fault: faultText(error),
      }),
    );
  });
  const [ahead] = useState(() => (what: Asked) => ask.current(what));
  const latest = useLatest(asked);
  // Once more where what came is not what is shown: what was asked ahead need not be.
  useEffect(() => {
    if (question !== null && latest.current !== null) ask.current(latest.current);
    else {
      underWay.current = null;
      viewer.leave();
    }
  }, [question, answer.of, viewer, latest, ask]);
  useEffect(
    () => () => {
      underWay.current = null;
      viewer.leave();
    },
    [viewer],
  );
  const { value, fault } = answer;
  return { value, fault, asked: answer.asked, ahead, isFresh: answer.of === question };
}

const questionOf = (key: string, asked: Asked) => key + JSON.stringify(asked);

/** What came out the same stays the same object, so that only what changed is drawn again. */
const sharing = (before: View, now: View): View => copyWithStructuralSharing(before, now) as View;
