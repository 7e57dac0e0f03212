import { addDays, addMonths, checkDay, InputError, laterDay, type Day } from '../units';
import { QUESTION_IDS, QUESTIONS, type Answers, type QuestionId } from './questions';
import { HAIR_RULES, OUTCOMES, type Outcome, type Rule } from './rules';

/** One rule that fired, with its date arithmetic. */
export interface Finding {
  readonly rule: Rule;
  readonly outcome: Exclude<Outcome, 'go'>;
  /** The answer's last day, where it has one. */
  readonly lastOn: Day | null;
  /** First day on which this rule no longer stands in the way, where it can be worked out. */
  readonly clearOn: Day | null;
}

export interface Assessment {
  /** The strictest of all findings. */
  readonly outcome: Outcome;
  /** For `wait`: the latest of the findings' clear days. */
  readonly clearOn: Day | null;
  readonly findings: readonly Finding[];
  readonly unanswered: readonly QuestionId[];
}

/**
 * What a set of answers means on `today`. A wait that is over by today becomes care: it happened, and
 * the skin is looked at with it in mind.
 * @throws InputError for a day that is none or lies ahead, or a yes without the day it needs.
 */
export function assess(answers: Answers, today: Day): Assessment {
  const findings = HAIR_RULES.flatMap((rule) => findingFor(rule, answers, today)).sort(
    (one, other) => OUTCOMES.indexOf(other.outcome) - OUTCOMES.indexOf(one.outcome),
  );
  const waits = findings.flatMap(({ outcome, clearOn }) =>
    outcome === 'wait' && clearOn !== null ? [clearOn] : [],
  );
  return {
    outcome: findings[0]?.outcome ?? 'go',
    clearOn: waits.length > 0 ? waits.reduce(laterDay) : null,
    findings,
    unanswered: QUESTION_IDS.filter((id) => answers[id] === undefined),
  };
}

/** Whether an outcome keeps the visit from going on to Plan. */
export function isStop(outcome: Outcome): boolean {
  return outcome === 'wait' || outcome === 'refer';
}

function findingFor(rule: Rule, answers: Answers, today: Day): Finding[] {
  const answer = answers[rule.question];
  if (!answer?.yes) return [];
  const lastOn = answer.lastOn ?? null;
  if (lastOn === null) {
    if (asksDay(rule.question)) {
      throw new InputError(`answers.${rule.question}.lastOn`, 'a yes needs the last day');
    }
    return [{ rule, outcome: rule.outcome, lastOn, clearOn: null }];
  }
  checkDay(`answers.${rule.question}.lastOn`, lastOn);
  if (lastOn > today) {
    throw new InputError(`answers.${rule.question}.lastOn`, 'must not lie ahead of today');
  }
  const clearOn = rule.wait === undefined ? null : dayAfterWait(rule.wait, lastOn);
  const over = clearOn !== null && clearOn <= today;
  return [{ rule, outcome: over ? 'care' : rule.outcome, lastOn, clearOn }];
}

const asksDay = (id: QuestionId) => QUESTIONS.find((question) => question.id === id)!.asksDay;

function dayAfterWait(wait: NonNullable<Rule['wait']>, lastOn: Day): Day {
  return 'days' in wait ? addDays(lastOn, wait.days) : addMonths(lastOn, wait.months);
}
