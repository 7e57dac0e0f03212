import { coloursOf } from '@tidy-quill/core/ink';
import type { InkFinding, InkPart } from '@tidy-quill/core/look';
import { MELANOSOME_FRACTION, type SkinType } from '@tidy-quill/core/optics';
import type { SkinFinding } from '@tidy-quill/core/plan';
import type { Mark } from '@tidy-quill/core/reaction';
import type { Area } from '@tidy-quill/contract/clients';
import { leaf, part, star, wave } from './designs';
import type { DemoReaction } from './people';

/** One earlier session on ink: what showed, and how far each colour had faded before it. */
export interface InkSession {
  readonly weeksAgo: number;
  readonly marks: readonly Mark[];
  readonly pains: readonly number[];
  /** 0–1 for every colour, in the order of the finding; null at the first. */
  readonly faded: readonly number[] | null;
  readonly later?: DemoReaction;
}

export interface InkClient {
  readonly givenName: string;
  readonly familyName: string;
  readonly age: number;
  readonly note: string;
  readonly area: Pick<Area, 'site' | 'side'>;
  readonly skin: SkinFinding;
  readonly ink: InkFinding;
  readonly areaCm2: number;
  readonly sessions: readonly InkSession[];
  /** Whether there is a picture of each visit, the design traced in the first. */
  readonly pictured?: boolean;
  readonly today: {
    readonly clock: string;
    readonly room: 0 | 1;
    readonly progress: 'nothing' | 'looked';
    readonly faded: readonly number[] | null;
  } | null;
}

const skin = (type: SkinType): SkinFinding => ({
  ...{ type, tan: 'none', freckled: false },
  measuredFraction: MELANOSOME_FRACTION[type],
});

const ink = (parts: readonly InkPart[], more: Partial<InkFinding>): InkFinding => ({
  colours: coloursOf(parts),
  density: 'medium',
  layered: false,
  origin: 'professional',
  scar: 'none',
  raised: false,
  ageYears: 6,
  earlierSessions: 0,
  parts,
  ...more,
});

const total = (parts: readonly InkPart[]) =>
  Math.round(parts.reduce((sum, { areaCm2 }) => sum + areaCm2, 0) * 100) / 100;

const LINES = [
  part(1, 'black', 'fine', wave([2, 4], 12, 1.2, 0.5)),
  part(2, 'black', 'fine', wave([2, 6], 12, 0.9, 0.4)),
];
const ROSE = [
  part(1, 'black', 'medium', star([6, 6], 3.4, 2.2, 7)),
  part(2, 'red', 'medium', leaf([9.5, 3], [14, 5.5], 1.4)),
  part(3, 'green', 'medium', leaf([9.5, 9], [14, 10.5], 1)),
];
const SOLID = [
  part(1, 'black', 'solid', star([7, 6], 4.4, 3.6, 8)),
  part(2, 'black', 'solid', wave([2, 11], 11, 0.5, 1)),
];
const LIPS = [part(1, 'skinColoured', 'fine', leaf([4, 4], [9, 4], 0.5))];
const ANCHOR = [part(1, 'black', 'medium', star([5, 5], 2, 1, 4))];

const EVEN: readonly Mark[] = ['evenWhitening'];

/** Invented clients with tattoos of our own drawing; none is or resembles a real person or design. */
export const INK_CLIENTS: readonly InkClient[] = [
  {
    ...{ givenName: 'Gideon', familyName: 'Larkspur-Bell', age: 33, note: '' },
    area: { site: 'forearm', side: 'left' },
    skin: skin(2),
    ink: ink(LINES, { density: 'fine', ageYears: 11 }),
    areaCm2: total(LINES),
    sessions: [
      { weeksAgo: 27, marks: EVEN, pains: [4, 5, 4], faded: null },
      { weeksAgo: 18, marks: EVEN, pains: [4, 4], faded: [0.2] },
      { weeksAgo: 9, marks: ['faintWhitening'], pains: [3, 3], faded: [0.45] },
    ],
    pictured: true,
    today: { clock: '10:30', room: 1, progress: 'looked', faded: [0.6] },
  },
  {
    ...{ givenName: 'Marguerite', familyName: 'Oddfellow-Reed', age: 41, note: '' },
    area: { site: 'upperArm', side: 'right' },
    skin: skin(2),
    ink: ink(ROSE, { ageYears: 4 }),
    areaCm2: total(ROSE),
    sessions: [
      {
        ...{ weeksAgo: 10, marks: EVEN, pains: [5, 6, 5], faded: null },
        later: {
          what: 'blister',
          sizeCm: 1.2,
          extent: 'part',
          onsetHours: 30,
          toldHours: 48,
          closedDays: 13,
          note: 'Over the red. Told to leave it closed and covered.',
        },
      },
    ],
    today: { clock: '12:30', room: 0, progress: 'nothing', faded: null },
  },
  {
    ...{ givenName: 'Osric', familyName: 'Fennimoor', age: 29, note: '' },
    area: { site: 'lowerLeg', side: 'left' },
    skin: skin(5),
    ink: ink(SOLID, { density: 'solid', layered: true, ageYears: 2 }),
    areaCm2: total(SOLID),
    sessions: [],
    today: { clock: '15:30', room: 1, progress: 'looked', faded: null },
  },
  {
    ...{
      givenName: 'Philippa',
      familyName: 'Wrenfield',
      age: 55,
      note: 'Lip line, ten years old.',
    },
    area: { site: 'upperLip', side: 'whole' },
    skin: skin(3),
    ink: ink(LIPS, { origin: 'cosmetic', density: 'fine', ageYears: 10 }),
    areaCm2: total(LIPS),
    sessions: [],
    today: { clock: '17:00', room: 0, progress: 'looked', faded: null },
  },
  {
    ...{ givenName: 'Barnaby', familyName: 'Holloway-Finch', age: 22, note: '' },
    area: { site: 'forearm', side: 'right' },
    skin: skin(3),
    ink: ink(ANCHOR, { origin: 'amateur', ageYears: 5, scar: 'minimal' }),
    areaCm2: total(ANCHOR),
    sessions: [
      { weeksAgo: 30, marks: EVEN, pains: [4, 4], faded: null },
      { weeksAgo: 21, marks: EVEN, pains: [4, 3], faded: [0.4] },
      { weeksAgo: 12, marks: ['evenWhitening', 'edgeWelts'], pains: [3, 3], faded: [0.75] },
      { weeksAgo: 3, marks: ['faintWhitening'], pains: [2, 3], faded: [0.9] },
    ],
    today: null,
  },
];
