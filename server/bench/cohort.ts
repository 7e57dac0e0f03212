import { LEARNING, type Belief } from '@tidy-quill/core/learning';
import {
  centralWavelengthNm,
  evaluate,
  LEARNING_RULE,
  learntHere,
  type Handpiece,
  type LearningRule,
  type PastSession,
  type PlanCase,
  type Setting,
  type Subject,
} from '@tidy-quill/core/plan';
import { addDays, defined, seeded } from '@tidy-quill/core/units';
import { DEMO_HANDPIECES } from '../src/db/demo/catalogue';
import { TEXTBOOK_PROTOCOL } from '../src/features/catalogue/textbook-protocol';

// What limits by risk do to a cohort of invented clients whose skin and hair are drawn from the very beliefs that the rule holds:
// adverse answers per session, and the share of sessions that worked, by visit. It shows the rule at work, never that it is true.
const CLIENTS = Number(process.argv[2] ?? 2000);
const VISITS = 6;
const WEEKS = 6;
const FIRST_DAY = '2026-01-05';
const DIODE = defined(DEMO_HANDPIECES.find(({ id }) => id === 'diode-810-plate'));

const RULES: readonly (readonly [name: string, rule: LearningRule | undefined])[] = [
  ['margin alone', undefined],
  ['limit by risk, 1 %', LEARNING_RULE],
  ['the same, may rise', { ...LEARNING_RULE, mayRise: true }],
];

interface Tally {
  adverse: number;
  sessions: number;
  readonly worked: number[];
  readonly done: number[];
}

/** A standard normal figure. */
function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

const drawn = ({ sd }: Belief, random: () => number) => sd * normal(random);

function subjectOf(random: () => number): Subject {
  const pick = <T>(list: readonly T[]): T => defined(list[Math.floor(random() * list.length)]);
  return {
    ...{ site: 'thigh', areaCm2: 900, history: [], medicines: [] },
    skin: { type: pick([1, 2, 3, 4, 5]), tan: 'none', freckled: false, measuredFraction: null },
    hair: {
      colour: pick(['black', 'darkBrown', 'midBrown']),
      calibre: pick(['medium', 'coarse']),
      density: 'medium',
    },
  };
}

/** What skin and hair answer, drawn from the model of answers itself. */
function answered(
  { ceilingJcm2, floorJcm2 }: { readonly ceilingJcm2: number; readonly floorJcm2: number | null },
  fluenceJcm2: number,
  truth: { readonly skin: number; readonly hair: number },
  random: () => number,
): PastSession['answer'] {
  const over = Math.log(fluenceJcm2 / ceilingJcm2) - truth.skin;
  // One threshold of the day: harm above it, a strong answer a little below.
  const today = LEARNING.harmSpread * normal(random);
  if (over > today) return { endpoint: 'strong', adverse: ['blister'], painMax: 6 };
  if (over + LEARNING.strongBelow > today) return { endpoint: 'strong', adverse: [], painMax: 5 };
  const works =
    floorJcm2 !== null &&
    Math.log(fluenceJcm2 / floorJcm2) - truth.hair > LEARNING.workSpread * normal(random);
  return { endpoint: works ? 'right' : 'none', adverse: [], painMax: 3 };
}

function course(rule: LearningRule | undefined, seed: number, tally: Tally): void {
  const random = seeded(seed);
  const subject = subjectOf(random);
  const { learning: _own, ...rest } = TEXTBOOK_PROTOCOL;
  const protocol = rule === undefined ? rest : { ...rest, learning: rule };
  const asked = { ...rest, learning: LEARNING_RULE };
  const base = { handpieces: [DIODE], protocol, today: FIRST_DAY };
  const prior = learntHere({ ...base, subject, protocol: asked }, DIODE)?.prior;
  if (prior === undefined) return;
  const truth = { skin: drawn(prior.skin, random), hair: drawn(prior.hair, random) };
  let history: readonly PastSession[] = [];
  for (let visit = 0; visit < VISITS; visit++) {
    const today = addDays(FIRST_DAY, visit * WEEKS * 7);
    const plan: PlanCase = { ...base, subject: { ...subject, history }, today };
    const setting = settingOf(DIODE);
    const { start, model } = evaluate(plan, setting, 'ranking');
    if (start === null || model === null) return;
    const { fluenceJcm2 } = start;
    const answer = answered(model, fluenceJcm2, truth, random);
    tally.sessions += 1;
    tally.done[visit] = (tally.done[visit] ?? 0) + 1;
    if (answer.adverse.length > 0) tally.adverse += 1;
    else if (answer.endpoint !== 'none') tally.worked[visit] = (tally.worked[visit] ?? 0) + 1;
    history = [
      ...history,
      {
        ...{ on: today, skin: subject.skin, medicines: [], answer },
        setting: { ...setting, fluenceJcm2 },
        wavelengthNm: centralWavelengthNm(DIODE.light),
        used: { light: DIODE.light, train: DIODE.train, cooling: DIODE.cooling, gel: DIODE.gel },
        hair: subject.hair,
      },
    ];
  }
}

const settingOf = (handpiece: Handpiece): Setting => ({
  ...{ handpieceId: handpiece.id, technique: 'stamping', pulseMs: 30, rateHz: 1.5, passes: 1 },
  ...{ spot: defined(handpiece.spots.at(-1)), fluenceJcm2: handpiece.fluenceJcm2.min },
});

console.log(`${CLIENTS} invented clients, ${VISITS} visits each, ${DIODE.name}, 30 ms`);
for (const [name, rule] of RULES) {
  const tally: Tally = { adverse: 0, sessions: 0, worked: [], done: [] };
  for (let client = 0; client < CLIENTS; client++) course(rule, client + 1, tally);
  const worked = tally.done.map(
    (done, visit) => `${Math.round((100 * (tally.worked[visit] ?? 0)) / done)}`,
  );
  const adverse = ((100 * tally.adverse) / tally.sessions).toFixed(2);
  console.log(`  ${name}: ${adverse} % adverse a session; works by visit ${worked.join('/')} %`);
}
