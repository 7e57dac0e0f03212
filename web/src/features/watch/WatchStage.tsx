import { skinAnswer, withMarkPressed, type Grade, type Mark } from '@tidy-quill/core/reaction';
import { CARED, type Cared, type MarkFound } from '@tidy-quill/core/events';
import { EARLY_SLACK_MS, lastFiredAt, secondLookDue } from '@tidy-quill/core/session';
import { InputNumber } from 'antd';
import { Input, TextArea } from '../../widgets/inputs';
import { Link, useNavigate } from 'react-router';
import { defined } from '@tidy-quill/core/units';
import { useOnward } from '../../app/use-onward';
import { useDraft } from '../../app/draft';
import { CARED_WORDS, GRADE_WORDS } from '../../text';
import { Field } from '../../widgets/Field';
import { KeyButton } from '../../widgets/KeyButton';
import { useNow } from '../../widgets/use-now';
import { useOnce } from '../../widgets/use-once';
import { PhotoField } from '../photos/PhotoField';
import { MarkKeys } from '../treat/MarkKeys';
import { StageFoot } from '../visit/StageFoot';
import { useVisit } from '../visit/use-visit';
import { ExpectedSeen } from './ExpectedSeen';
import { detailOf, needsDetail } from './found';
import { LookClock } from './LookClock';
import { lazily } from '../../widgets/lazily';

const FoundRows = lazily(async () => (await import('./FoundRows')).FoundRows);

interface Watching {
  /** Null while the clock tells it. */
  readonly minutesAfter: number | null;
  readonly marks: readonly Mark[];
  readonly found: readonly MarkFound[];
  readonly grade: Grade | null;
  readonly cared: readonly Cared[];
  readonly cooledMinutes: number | null;
  readonly photoIds: readonly string[];
  readonly note: string;
  /** Why it is made before its time. */
  readonly early: string;
}

const GRADES = [0, 1, 2, 3] as const;
const GRADE_KINDS = { 0: 'plain', 1: 'plain', 2: 'care', 3: 'stop' } as const;
const CARED_KEYS = ['q', 'e', 'y', 'h', 'j', 'o'] as const;
const MOST_PHOTOS = 4;

/** The second look, 5 to 15 minutes after the last pulse: a press each, and nothing that has to be typed. */
export function WatchStage() {
  const { record, visit, area, add, pathOf } = useVisit('record', 'visit', 'area', 'add', 'pathOf');
  const onward = useOnward();
  const navigate = useNavigate();
  const { run, postTreatmentCheck: checked } = record;
  const [watching, setWatching, clearDraft, changed] = useDraft<Watching>(
    `watch ${visit.id} ${area.id}`,
    {
      minutesAfter: checked?.minutesAfter ?? null,
      // What shows now is looked for again: nothing is pressed because it showed before.
      marks: checked?.marks ?? [],
      found: checked?.found ?? [],
      grade: checked?.grade ?? null,
      cared: checked?.cared ?? [],
      cooledMinutes: checked?.cooledMinutes ?? null,
      photoIds: checked?.photoIds ?? [],
      note: checked?.note ?? '',
      early: '',
    },
  );
  const change = (more: Partial<Watching>) => setWatching({ ...watching, ...more });
  const now = useNow();
  const due = secondLookDue(record);
  const minutes = useMinutesSince(lastFiredAt(record));
  const kept = checked !== null && !changed;
  const answer = skinAnswer(
    [...run.marks.map(({ mark }) => mark), ...watching.marks],
    run.pains.map(({ score }) => score),
  );
  const minutesAfter = watching.minutesAfter ?? minutes;
  const early = due !== null && now < Date.parse(due.at) - EARLY_SLACK_MS;
  const mismatch = answer.adverse.length > 0 && watching.grade !== null && watching.grade < 2;
  const why = watching.early.trim();
  const graded = watching.grade !== null && minutesAfter !== null && watching.marks.length > 0;
  const ready = graded && (!early || why !== '');
  const toggle = (mark: Mark) => change({ marks: withMarkPressed(watching.marks, mark) });
  const care = (each: Cared) =>
    change({
      cared: watching.cared.includes(each)
        ? watching.cared.filter((other) => other !== each)
        : [...watching.cared, each],
    });
  const keep = async () => {
    const { marks, grade, found, cared, cooledMinutes, photoIds, note } = watching;
    await add({
      kind: 'postTreatmentChecked',
      minutesAfter: defined(minutesAfter),
      marks,
      grade: defined(grade),
      note,
      found: marks.filter(needsDetail).map((mark) => detailOf(found, mark)),
      photoIds,
      cared,
      ...(cooledMinutes === null ? {} : { cooledMinutes }),
      ...(early ? { early: why } : {}),
    });
    clearDraft();
    onward(pathOf('sendHome'));
  };
  const [busy, keepOnce] = useOnce(keep);
  return (
    <>
      <div className="stage watch">
        <section>
          <h2>Second look</h2>
          <LookClock />
          <h3 id="seen-label">Seen now</h3>
          <MarkKeys
            labelledBy="seen-label"
            job={area.job}
            pressed={watching.marks}
            onMark={toggle}
          />
          <FoundRows
            marks={watching.marks}
            found={watching.found}
            onFound={(found) => change({ found })}
          />
          <h3 id="grade-label">Grade of the reaction</h3>
          <div className="mark-keys" role="group" aria-labelledby="grade-label">
            {GRADES.map((grade) => (
              <KeyButton
                key={grade}
                letter={String(grade)}
                kind={GRADE_KINDS[grade]}
                pressed={watching.grade === grade}
                onPress={() => change({ grade })}
              >
                {GRADE_WORDS[grade]}
              </KeyButton>
            ))}
          </div>
          {mismatch ? (
            <p className="field-error" role="alert">
              Something adverse was seen: grade it as marked or severe unless you are sure.
            </p>
          ) : null}
        </section>
        <section>
          <ExpectedSeen seen={watching.marks} severe={watching.grade === 3} />
          <h3 id="cared-label">Done for the skin</h3>
          <div className="mark-keys" role="group" aria-labelledby="cared-label">
            {CARED.map((each, index) => (
              <KeyButton
                key={each}
                letter={defined(CARED_KEYS[index])}
                pressed={watching.cared.includes(each)}
                onPress={() => care(each)}
              >
                {CARED_WORDS[each]}
              </KeyButton>
            ))}
          </div>
          <div className="watch-fields">
            <Field label="Cooling time">
              {(field) => (
                <InputNumber
                  {...field}
                  suffix="min"
                  min={0}
                  max={240}
                  value={watching.cooledMinutes}
                  onChange={(cooledMinutes) => change({ cooledMinutes })}
                />
              )}
            </Field>
            <Field label="Minutes after the last pulse">
              {(field) => (
                <InputNumber
                  {...field}
                  suffix="min"
                  min={0}
                  max={600}
                  precision={0}
                  value={minutesAfter}
                  onChange={(next) => change({ minutesAfter: next })}
                />
              )}
            </Field>
          </div>
          {early ? (
            <Field label={`Too early: the look is due at ${defined(due).minutes} min. Why now?`}>
              {(field) => (
                <Input
                  {...field}
                  maxLength={500}
                  value={watching.early}
                  onChange={({ target }) => change({ early: target.value })}
                />
              )}
            </Field>
          ) : null}
          <PhotoField
            about="second look"
            ids={watching.photoIds}
            most={MOST_PHOTOS}
            onIds={(photoIds) => change({ photoIds })}
          />
          <Field label="Note">
            {(field) => (
              <TextArea
                {...field}
                rows={2}
                maxLength={1000}
                value={watching.note}
                onChange={(event) => change({ note: event.target.value })}
              />
            )}
          </Field>
        </section>
      </div>
      <StageFoot
        action={kept ? 'Go to Send home' : 'Save what was seen'}
        disabled={!kept && !ready}
        enter
        busy={busy}
        onAction={() => (kept ? void navigate(pathOf('sendHome')) : keepOnce())}
      >
        {graded
          ? ready
            ? ''
            : 'It is too early: say why, or wait. '
          : 'Something seen (or “nothing yet”) and a grade are needed. '}
        {kept && record.sentHome !== null ? (
          <Link to={pathOf('reactions')}>Something showed later?</Link>
        ) : null}
      </StageFoot>
    </>
  );
}

function useMinutesSince(at: string | null): number | null {
  const now = useNow();
  if (at === null) return null;
  return Math.min(600, Math.max(0, Math.floor((now - Date.parse(at)) / 60_000)));
}
