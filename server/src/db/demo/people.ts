import type { Area } from '@tidy-quill/contract/clients';
import type { Density, PictureCount, SkinFinding } from '@tidy-quill/core/plan';
import { MELANOSOME_FRACTION, type Calibre, type HairColour } from '@tidy-quill/core/optics';
import type { Extent, HairMark, ReactionKind } from '@tidy-quill/core/reaction';
import type { QuestionId } from '@tidy-quill/core/suitability';

export const DEMO_PASSWORD = 'quill and candle';

export const DEMO_STAFF = [
  { name: 'Idony Brackwater', signInName: 'idony', role: 'technician' },
  { name: 'Tobiah Lanternfield', signInName: 'tobiah', role: 'technician' },
  { name: 'Caspian Thorngate', signInName: 'caspian', role: 'supervisor' },
  { name: 'Morwenna Ashgrove-Pell', signInName: 'morwenna', role: 'owner' },
] as const;

/** One earlier visit: what was used and what came of it. */
export interface DemoSession {
  readonly weeksAgo: number;
  readonly handpieceId: string;
  readonly technique: 'stamping' | 'inMotion' | 'longPulse1064';
  readonly marks: readonly HairMark[];
  readonly pains: readonly number[];
  /** What was told of it later. */
  readonly later?: DemoReaction;
  readonly grade?: 0 | 1 | 2 | 3;
  readonly calibre?: Calibre;
  readonly density?: Density;
  /** Hair counted before it, per cm². */
  readonly counted?: number;
  /** How it was counted on a picture; by eye where absent. */
  readonly picture?: PictureCount;
  readonly colour?: HairColour;
}

/** A reaction told by telephone: hours after the last pulse, and days until it was closed; null while it is open. */
export interface DemoReaction {
  readonly what: ReactionKind;
  readonly sizeCm: number;
  readonly extent: Extent;
  readonly onsetHours: number;
  readonly toldHours: number;
  readonly closedDays: number | null;
  readonly note: string;
}

/** How far today's visit has come. */
export type DemoProgress = 'nothing' | 'asked' | 'looked' | 'treating' | 'home';

export interface DemoClient {
  readonly givenName: string;
  readonly familyName: string;
  readonly age: number;
  readonly note: string;
  readonly area: Pick<Area, 'site' | 'side' | 'areaCm2'>;
  readonly skin: SkinFinding;
  readonly hair: {
    readonly colour: HairColour;
    readonly calibre: Calibre;
    readonly density: Density;
  };
  readonly sessions: readonly DemoSession[];
  readonly today: {
    readonly clock: string;
    readonly room: 0 | 1;
    readonly progress: DemoProgress;
    readonly yes?: readonly { readonly question: QuestionId; readonly daysAgo?: number }[];
    readonly medicines?: readonly {
      readonly name: string;
      readonly substanceId: string | null;
      readonly daysAgo: number;
    }[];
    readonly handpieceId?: string;
    readonly technique?: DemoSession['technique'];
  } | null;
  /** A visit booked for later, and what was answered at home for it. */
  readonly coming?: {
    readonly inDays: number;
    readonly clock: string;
    readonly atHome: NonNullable<NonNullable<DemoClient['today']>['yes']> | null;
  };
  /** A last visit at which hair of another colour was found, and the course stopped for it. */
  readonly stopped?: {
    readonly weeksAgo: number;
    readonly colour: HairColour;
    readonly counted: number;
    readonly reason: string;
  };
}

// A reading of the very area, as the skin type's own melanin would give it.
export const skin = (
  type: SkinFinding['type'],
  tan: SkinFinding['tan'] = 'none',
  freckled = false,
): SkinFinding => ({ type, tan, freckled, measuredFraction: MELANOSOME_FRACTION[type] });

export const session = (
  weeksAgo: number,
  handpieceId: string,
  marks: readonly HairMark[],
  pains: readonly number[],
  more: Partial<DemoSession> = {},
): DemoSession => ({ weeksAgo, handpieceId, technique: 'stamping', marks, pains, ...more });

export const BUMPS: readonly HairMark[] = ['perifollicularOedema', 'perifollicularErythema'];

/** Invented clients; none is or resembles a real person. */
export const DEMO_CLIENTS: readonly DemoClient[] = [
  {
    givenName: 'Odalys',
    familyName: 'Penhallurick-Voss',
    age: 34,
    note: 'Prefers the window room. Counts aloud with the beat.',
    area: { site: 'lowerLeg', side: 'left', areaCm2: 700 },
    skin: skin(3),
    hair: { colour: 'darkBrown', calibre: 'medium', density: 'medium' },
    sessions: [
      session(26, 'diode-810-plate', ['nothing'], [2, 2, 3]),
      session(17, 'diode-810-plate', BUMPS, [3, 3, 4]),
      session(8, 'diode-810-plate', ['nothing'], [2, 3, 3]),
    ],
    today: {
      clock: '10:00',
      room: 0,
      progress: 'asked',
      yes: [{ question: 'sun', daysAgo: 29 }],
    },
  },
  {
    givenName: 'Bram',
    familyName: 'Oxenstable',
    age: 41,
    note: '',
    area: { site: 'upperBack', side: 'whole', areaCm2: 950 },
    skin: skin(2),
    hair: { colour: 'black', calibre: 'coarse', density: 'dense' },
    sessions: [],
    today: { clock: '11:00', room: 1, progress: 'nothing' },
  },
  {
    givenName: 'Thisbe',
    familyName: 'Candlewick',
    age: 27,
    note: '',
    area: { site: 'underarm', side: 'both', areaCm2: 160 },
    skin: skin(4),
    hair: { colour: 'black', calibre: 'coarse', density: 'medium' },
    sessions: [
      session(13, 'long-pulse-1064', BUMPS, [4, 4, 5], {
        technique: 'longPulse1064',
        counted: 22,
      }),
      session(7, 'long-pulse-1064', BUMPS, [5, 5, 6], {
        technique: 'longPulse1064',
        counted: 12,
        later: {
          what: 'blister',
          sizeCm: 0.4,
          extent: 'edge',
          onsetHours: 20,
          toldHours: 47,
          closedDays: 12,
          note: 'One, at the edge. Told to keep it closed and covered.',
        },
      }),
    ],
    today: { clock: '11:30', room: 0, progress: 'nothing' },
  },
  {
    givenName: 'Fennimore',
    familyName: 'Quickthorn',
    age: 38,
    note: 'Ingrowing hair on the neck.',
    area: { site: 'neck', side: 'whole', areaCm2: 120 },
    skin: skin(6),
    hair: { colour: 'black', calibre: 'veryCoarse', density: 'dense' },
    // Plucked between visits: the counts hardly fall.
    sessions: [16, 12, 8, 4].map((weeksAgo, index) =>
      session(weeksAgo, 'long-pulse-1064', weeksAgo === 16 ? ['nothing'] : BUMPS, [3, 4, 4], {
        technique: 'longPulse1064',
        ...(index === 1 ? {} : { counted: [44, 44, 46, 45][index] ?? 44 }),
      }),
    ),
    today: { clock: '13:30', room: 1, progress: 'looked' },
  },
  {
    givenName: 'Ottoline',
    familyName: 'Marshwhistle',
    age: 52,
    note: '',
    area: { site: 'upperLip', side: 'whole', areaCm2: 12 },
    skin: skin(2),
    hair: { colour: 'midBrown', calibre: 'fine', density: 'sparse' },
    // Too little for such fine hair: the counts say so.
    sessions: [25, 21, 17, 12, 6].map((weeksAgo, index) =>
      session(weeksAgo, 'alexandrite-755', index < 2 ? BUMPS : ['nothing'], [3, 3], {
        calibre: index < 3 ? 'medium' : 'fine',
        density: index < 2 ? 'medium' : 'sparse',
        ...(index % 2 === 0 ? { counted: [32, 0, 28, 0, 27][index] ?? 27 } : {}),
      }),
    ),
    today: { clock: '14:00', room: 0, progress: 'looked' },
  },
  {
    givenName: 'Leander',
    familyName: 'Bristlecombe',
    age: 29,
    note: '',
    area: { site: 'chest', side: 'whole', areaCm2: 600 },
    skin: skin(3),
    hair: { colour: 'darkBrown', calibre: 'coarse', density: 'dense' },
    sessions: [session(8, 'diode-810-plate', BUMPS, [4, 5])],
    today: {
      clock: '14:30',
      room: 1,
      progress: 'asked',
      yes: [],
      medicines: [{ name: 'doxycycline', substanceId: 'doxycycline', daysAgo: 3 }],
    },
  },
  {
    givenName: 'Wilhelmina-Clementine',
    familyName: 'Sparrowdale-Featheringham of Nether Wick',
    age: 45,
    note: 'Uses both surnames.',
    area: { site: 'bikiniLine', side: 'both', areaCm2: 180 },
    skin: skin(1, 'none', true),
    hair: { colour: 'red', calibre: 'medium', density: 'medium' },
    sessions: [session(6, 'alexandrite-755', ['nothing'], [4, 4])],
    today: { clock: '15:00', room: 0, progress: 'nothing' },
  },
  {
    givenName: 'Zéphyrine',
    familyName: 'Okapi-Lune',
    age: 31,
    note: '',
    area: { site: 'thigh', side: 'right', areaCm2: 1100 },
    skin: skin(5),
    hair: { colour: 'black', calibre: 'coarse', density: 'medium' },
    sessions: [session(10, 'long-pulse-1064', BUMPS, [5, 4, 4], { technique: 'longPulse1064' })],
    today: {
      clock: '09:30',
      room: 1,
      progress: 'treating',
      handpieceId: 'long-pulse-1064',
      technique: 'longPulse1064',
    },
  },
  {
    givenName: 'Peregrine',
    familyName: 'Saltmeadow',
    age: 63,
    note: '',
    area: { site: 'chest', side: 'whole', areaCm2: 550 },
    skin: skin(2),
    hair: { colour: 'grey', calibre: 'coarse', density: 'medium' },
    sessions: [],
    today: { clock: '16:00', room: 0, progress: 'looked' },
  },
  {
    givenName: 'Corisande',
    familyName: 'Yewbarrow',
    age: 36,
    note: '',
    area: { site: 'forearm', side: 'both', areaCm2: 640 },
    skin: skin(2),
    hair: { colour: 'darkBrown', calibre: 'medium', density: 'medium' },
    sessions: [
      // Thirteen weeks apart: more had grown back to be met.
      session(22, 'alexandrite-755', BUMPS, [3, 3], { counted: 24 }),
      session(9, 'alexandrite-755', BUMPS, [2, 3], { counted: 13 }),
    ],
    today: {
      clock: '09:00',
      room: 0,
      progress: 'home',
      handpieceId: 'alexandrite-755',
      technique: 'stamping',
    },
  },
  {
    givenName: 'Ambrose',
    familyName: 'Thistlewaite-Moon',
    age: 33,
    note: '',
    area: { site: 'cheek', side: 'both', areaCm2: 120 },
    skin: skin(3, 'fading'),
    hair: { colour: 'black', calibre: 'coarse', density: 'dense' },
    sessions: [session(30, 'diode-810-plate', BUMPS, [5, 6])],
    today: { clock: '16:30', room: 1, progress: 'nothing' },
  },
  {
    givenName: 'Sidonie',
    familyName: 'Gullfeather',
    age: 24,
    note: '',
    area: { site: 'lowerLeg', side: 'both', areaCm2: 1400 },
    skin: skin(2),
    hair: { colour: 'darkBrown', calibre: 'medium', density: 'sparse' },
    sessions: [session(3, 'diode-810-plate', BUMPS, [4, 5], { technique: 'inMotion' })],
    today: null,
    coming: { inDays: 5, clock: '10:00', atHome: [{ question: 'sun', daysAgo: 6 }] },
  },
  {
    givenName: 'Jessamy',
    familyName: 'Rookwhistle',
    age: 48,
    note: '',
    area: { site: 'forearm', side: 'left', areaCm2: 330 },
    skin: skin(3),
    hair: { colour: 'black', calibre: 'coarse', density: 'dense' },
    sessions: [
      session(1, 'diode-810-plate', BUMPS, [5, 5, 6], {
        later: {
          what: 'crust',
          sizeCm: 2,
          extent: 'part',
          onsetHours: 30,
          toldHours: 52,
          closedDays: null,
          note: 'Thin and brown; itches. Asked for a picture.',
        },
      }),
    ],
    today: null,
  },
  {
    givenName: 'Isolde',
    familyName: 'Marrowby',
    age: 16,
    note: 'Comes with her aunt, her guardian.',
    area: { site: 'underarm', side: 'both', areaCm2: 140 },
    skin: skin(3),
    hair: { colour: 'darkBrown', calibre: 'coarse', density: 'medium' },
    sessions: [],
    today: null,
    coming: { inDays: 3, clock: '16:00', atHome: null },
  },
];
