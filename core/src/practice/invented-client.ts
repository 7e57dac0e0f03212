import type { InkFinding } from '../look';
import type { HairFinding, PastSession, SkinFinding } from '../plan';
import { SITES, type SiteId } from '../sites';
import {
  questionsFor,
  STANDARD_SUBSTANCES,
  type Answer,
  type Answers,
  type Job,
  type Medicine,
  type QuestionId,
} from '../suitability';
import { addDays, defined, seeded, type Day } from '../units';

/** Somebody who does not exist: what they answer, and what is found by looking. */
export interface InventedClient {
  readonly job: Job;
  readonly age: number;
  readonly site: SiteId;
  readonly areaCm2: number;
  readonly skin: SkinFinding;
  /** One of both, by the job. */
  readonly hair: HairFinding | null;
  readonly ink: InkFinding | null;
  readonly answers: Answers;
  readonly medicines: readonly Medicine[];
  readonly history: readonly PastSession[];
}

interface Told {
  /** What is answered with yes, and how many days ago it was last so. */
  readonly yes?: Partial<Record<QuestionId, number>>;
  /** Medicines by their substance, still taken. */
  readonly takes?: readonly string[];
}

/** Every question answered, the given ones with yes. */
function answersOf(job: Job, site: SiteId, today: Day, { yes = {}, takes = [] }: Told) {
  const place = SITES[site].part === 'face' ? 'face' : 'body';
  const answers: Partial<Record<QuestionId, Answer>> = {};
  for (const { id, asksDay, asksNote } of questionsFor(job, place)) {
    const daysAgo = yes[id];
    const isTaken = id === 'medicines' && takes.length > 0;
    answers[id] =
      daysAgo === undefined && !isTaken
        ? { yes: false }
        : {
            yes: true,
            ...(asksDay ? { lastOn: addDays(today, -(daysAgo ?? 0)) } : {}),
            ...(asksNote ? { note: 'told in a few words' } : {}),
          };
  }
  const medicines = takes.map((substanceId): Medicine => ({
    name: STANDARD_SUBSTANCES.find(({ id }) => id === substanceId)?.name ?? substanceId,
    ...{ substanceId, lastOn: null },
  }));
  return { answers, medicines };
}

const PLAIN_INK: InkFinding = {
  colours: [{ colour: 'black', share: 1 }],
  ...{ density: 'medium', layered: false, origin: 'professional', scar: 'none' },
  ...{ raised: false, ageYears: 6, earlierSessions: 0 },
};
const SKIN: SkinFinding = { type: 2, tan: 'none', freckled: false, measuredFraction: null };
const HAIR: HairFinding = { colour: 'black', calibre: 'coarse', density: 'dense' };

type Part = Partial<Omit<InventedClient, 'answers' | 'medicines' | 'job' | 'site'>> & Told;

function client(job: Job, site: SiteId, today: Day, part: Part): InventedClient {
  const { yes, takes, ...more } = part;
  return {
    ...{ job, site, age: 31, areaCm2: SITES[site].typicalAreaCm2, skin: SKIN, history: [] },
    ...{ hair: job === 'hair' ? HAIR : null, ink: job === 'ink' ? PLAIN_INK : null },
    ...answersOf(job, site, today, {
      ...(yes === undefined ? {} : { yes }),
      ...(takes === undefined ? {} : { takes }),
    }),
    ...more,
  };
}

/** Awkward people, made by hand: each has something that is easily missed. */
export const AWKWARD_CLIENTS: readonly ((today: Day) => InventedClient)[] = [
  // Back from a holiday, and would like the legs done before the next one.
  (today) =>
    client('hair', 'lowerLeg', today, {
      skin: { ...SKIN, type: 3, tan: 'fresh' },
      yes: { sun: 6 },
    }),
  // Everything plain but one tablet.
  (today) => client('hair', 'underarm', today, { takes: ['doxycycline'] }),
  // White hair on the chin: nothing takes up the light.
  (today) =>
    client('hair', 'chin', today, {
      age: 63,
      hair: { colour: 'white', calibre: 'coarse', density: 'sparse' },
    }),
  // Cosmetic ink on the lip: white and skin-coloured parts may turn dark at once.
  (today) =>
    client('ink', 'upperLip', today, {
      age: 44,
      areaCm2: 6,
      ink: {
        ...PLAIN_INK,
        origin: 'cosmetic',
        colours: [
          { colour: 'skinColoured', share: 0.7 },
          { colour: 'white', share: 0.3 },
        ],
      },
    }),
  // Red on dark skin: what would treat the red is taken up by the skin.
  (today) =>
    client('ink', 'forearm', today, {
      skin: { ...SKIN, type: 5 },
      areaCm2: 40,
      ink: { ...PLAIN_INK, colours: [{ colour: 'red', share: 1 }] },
    }),
  // Very dark skin and dense hair: much light is taken up before it is down.
  (today) => client('hair', 'underarm', today, { skin: { ...SKIN, type: 6 } }),
  // Hair pulled out a week ago: the root is not there.
  (today) => client('hair', 'bikiniLine', today, { yes: { hairPulled: 7 } }),
];

const TYPES = [1, 2, 2, 3, 3, 4, 5, 6] as const;
const HAIRS = ['black', 'darkBrown', 'midBrown', 'lightBrown', 'blond', 'grey'] as const;
const INKS = ['black', 'darkBlue', 'green', 'red', 'yellow', 'white'] as const;
const HAIR_SITES: readonly SiteId[] = [
  'upperLip',
  'chin',
  'underarm',
  'bikiniLine',
  'forearm',
  'thigh',
  'lowerLeg',
];
const INK_SITES: readonly SiteId[] = ['forearm', 'upperArm', 'shoulder', 'ankle', 'wrist'];
const SOMETIMES: readonly (readonly [QuestionId, readonly number[]])[] = [
  ['sun', [3, 12, 40]],
  ['selfTan', [2, 20]],
  ['keloid', [0]],
  ['herpes', [0]],
  ['pregnant', [0]],
  ['diabetes', [0]],
  ['epilepsy', [0]],
];

/** One of the awkward people for the first seeds, and people made by chance, the same for the same seed, after them. */
export function inventedClient(seed: number, today: Day): InventedClient {
  const made = AWKWARD_CLIENTS[seed];
  if (made !== undefined) return made(today);
  const next = seeded(seed);
  const one = <T>(list: readonly T[]): T => defined(list[Math.floor(next() * list.length)]);
  const job: Job = next() < 0.7 ? 'hair' : 'ink';
  const site = one(job === 'hair' ? HAIR_SITES : INK_SITES);
  const [question, days] = one(SOMETIMES);
  const said = next() < 0.4 ? { yes: { [question]: one(days) } } : {};
  const substances = STANDARD_SUBSTANCES.map(({ id }) => id);
  const takes = next() < 0.3 ? { takes: [one(substances)] } : {};
  const type = one(TYPES);
  const tanned = 'yes' in said && question === 'sun' && (said.yes?.sun ?? 99) < 30;
  const [first, second] = [one(INKS), one(INKS)];
  return client(job, site, today, {
    ...said,
    ...takes,
    age: 19 + Math.floor(next() * 50),
    areaCm2: job === 'ink' ? 10 + Math.floor(next() * 70) : SITES[site].typicalAreaCm2,
    skin: {
      ...{ type, tan: tanned ? 'fresh' : next() < 0.15 ? 'fading' : 'none' },
      ...{ freckled: type <= 2 && next() < 0.3, measuredFraction: null },
    },
    ...(job === 'hair'
      ? {
          hair: {
            colour: one(HAIRS),
            calibre: one(['fine', 'medium', 'coarse'] as const),
            density: one(['sparse', 'medium', 'dense'] as const),
          },
        }
      : {
          ink: {
            ...PLAIN_INK,
            density: one(['fine', 'medium', 'solid'] as const),
            ageYears: 1 + Math.floor(next() * 20),
            colours:
              first === second
                ? [{ colour: first, share: 1 }]
                : [
                    { colour: first, share: 0.6 },
                    { colour: second, share: 0.4 },
                  ],
          },
        }),
  });
}
