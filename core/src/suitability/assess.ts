import { defined, addDays, addMonths, checkDay, InputError, laterDay, type Day } from '../units';
import {
  questionsFor,
  type History,
  type Job,
  type Medicine,
  type Place,
  type Question,
  type QuestionId,
} from './questions';
import { isStop, OUTCOMES, type Outcome } from './outcome';
import { completed, type Rule, type SuitabilityRules, type Wait } from './rules';

/** Whom a set of answers is about, and for which day. */
export interface SuitabilityCase {
  readonly job: Job;
  readonly place: Place;
  /** Full years on that day. */
  readonly age: number;
  /** The day of treatment. */
  readonly on: Day;
}

/** One rule that fired, with its date arithmetic. */
export interface Finding {
  readonly rule: Rule;
  /** The medicine that set it off, else null. */
  readonly medicine: string | null;
  readonly outcome: Exclude<Outcome, 'go'>;
  /** The rule's reason, with what its substance adds. */
  readonly advice: string;
  /** The last day it applied, where there is one. */
  readonly lastOn: Day | null;
  readonly wait: Wait | null;
  /** First day on which this rule no longer stands in the way, where it can be worked out. */
  readonly clearOn: Day | null;
}

export interface Assessment {
  /** The strictest of all findings. */
  readonly outcome: Outcome;
  /** For waits: the latest of their clear days; null too where one of them has no day yet. */
  readonly clearOn: Day | null;
  readonly findings: readonly Finding[];
  readonly unanswered: readonly QuestionId[];
}

/**
 * What a history means for a session on a day. A wait that is over by then, or a medicine that has washed out, becomes
 * care: it happened, and the skin is looked at with it in mind. What asked for no more than care then asks for nothing.
 * @throws InputError for a day that is none or lies ahead, or a yes without what it needs.
 */
export const assess = (history: History, of: SuitabilityCase, own: SuitabilityRules): Assessment =>
  judged(history, of, own, (problem) => {
    throw problem;
  });

/** What a history means while it is still being told: a yes counts at once, and what it lacks is listed beside. */
export function assessSoFar(
  history: History,
  of: SuitabilityCase,
  own: SuitabilityRules,
): { readonly assessment: Assessment; readonly problems: readonly InputError[] } {
  const problems: InputError[] = [];
  const assessment = judged(history, of, own, (problem) => problems.push(problem));
  return { assessment, problems };
}

type Complain = (problem: InputError) => void;

function judged(
  history: History,
  of: SuitabilityCase,
  own: SuitabilityRules,
  complain: Complain,
): Assessment {
  const { rules, substances, ages } = completed(own);
  const asked = questionsFor(of.job, of.place);
  const applying = rules.filter(
    ({ jobs, places }) => jobs.includes(of.job) && places.includes(of.place),
  );
  const triggered = (holds: (rule: Rule) => boolean) => applying.filter(holds);
  const answered = asked.flatMap((question) => {
    const answer = history.answers[question.id];
    if (!answer?.yes) return [];
    const lastOn = checkedAnswer(question, answer, history, of.on, complain);
    return triggered(
      ({ trigger }) => 'question' in trigger && trigger.question === question.id,
    ).flatMap((rule) => finding(rule, of.on, { lastOn, wait: rule.wait }));
  });
  const taken = history.answers.medicines?.yes ? history.medicines : [];
  const medicines = taken.flatMap((medicine, index) => {
    const lastOn = checkedMedicine(medicine, index, of.on, complain);
    const substance = substances.find(({ id }) => id === medicine.substanceId);
    const wanted = substance?.medicineClass ?? 'unknown';
    return triggered(({ trigger }) => 'medicine' in trigger && trigger.medicine === wanted).flatMap(
      (rule) =>
        finding(rule, of.on, {
          lastOn,
          medicine: medicine.name,
          wait: substance?.wait ?? rule.wait,
          advice: [rule.advice, substance?.advice].filter(Boolean).join(' '),
        }),
    );
  });
  const young = of.age < ages.least ? 'tooYoung' : of.age < ages.alone ? 'minor' : null;
  const aged = triggered(({ trigger }) => 'age' in trigger && trigger.age === young).flatMap(
    (rule) => finding(rule, of.on, { lastOn: null, wait: null }),
  );
  const findings = [...answered, ...medicines, ...aged].sort(
    (one, other) => OUTCOMES.indexOf(other.outcome) - OUTCOMES.indexOf(one.outcome),
  );
  return {
    outcome: findings[0]?.outcome ?? 'go',
    clearOn: latestClear(findings),
    findings,
    unanswered: asked.flatMap(({ id }) => (history.answers[id] === undefined ? [id] : [])),
  };
}

/** Whether a supervisor may set aside all that stops here. */
export function mayBeSetAside({ findings }: Assessment): boolean {
  return findings.every(({ outcome, rule }) => !isStop(outcome) || rule.override === 'supervisor');
}

function latestClear(findings: readonly Finding[]): Day | null {
  const waits = findings.filter(({ outcome }) => outcome === 'wait');
  if (waits.some(({ clearOn }) => clearOn === null)) return null;
  const days = waits.map(({ clearOn }) => defined(clearOn));
  return days.length > 0 ? days.reduce(laterDay) : null;
}

function finding(
  rule: Rule,
  on: Day,
  more: {
    readonly lastOn: Day | null;
    readonly wait: Wait | null;
    readonly medicine?: string;
    readonly advice?: string;
  },
): readonly Finding[] {
  const { lastOn, wait, medicine = null, advice = rule.advice } = more;
  const clearOn = wait === null || lastOn === null ? null : dayAfter(wait, lastOn);
  const over = clearOn !== null && clearOn <= on;
  if (over && rule.outcome === 'care') return [];
  const outcome = over ? 'care' : rule.outcome;
  return [{ rule, medicine, outcome, advice, lastOn, wait, clearOn }];
}

function dayAfter(wait: Wait, lastOn: Day): Day {
  return 'days' in wait ? addDays(lastOn, wait.days) : addMonths(lastOn, wait.months);
}

function checkedAnswer(
  { id, asksDay, asksNote }: Question,
  answer: { readonly lastOn?: Day | undefined; readonly note?: string | undefined },
  { medicines }: History,
  on: Day,
  complain: Complain,
): Day | null {
  const field = `answers.${id}`;
  if (asksNote && !answer.note?.trim()) {
    complain(new InputError(`${field}.note`, 'a yes needs a word on what it was'));
  }
  if (id === 'medicines' && medicines.length === 0) {
    complain(new InputError(field, 'a yes needs the names'));
  }
  if (answer.lastOn === undefined) {
    if (asksDay) complain(new InputError(`${field}.lastOn`, 'a yes needs the last day'));
    return null;
  }
  return pastDay(`${field}.lastOn`, answer.lastOn, on, complain);
}

function checkedMedicine(
  { name, lastOn }: Medicine,
  index: number,
  on: Day,
  complain: Complain,
): Day | null {
  if (name.trim() === '') {
    complain(new InputError(`medicines.${index}.name`, 'must not be empty'));
  }
  return lastOn === null ? null : pastDay(`medicines.${index}.lastOn`, lastOn, on, complain);
}

function pastDay(field: string, day: Day, on: Day, complain: Complain): Day | null {
  try {
    checkDay(field, day);
  } catch (error) {
    complain(error as InputError);
    return null;
  }
  if (day <= on) return day;
  complain(new InputError(field, 'must not lie ahead'));
  return null;
}
