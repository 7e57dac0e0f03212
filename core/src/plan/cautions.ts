import { intervalState, type ClinicalFigures } from '../figures';
import { SITES } from '../sites';
import type { Tan } from '../optics';
import { addMonths, type Day } from '../units';
import { modelSilence } from './model-silence';
import type { Setting } from './setting';
import { stepRule } from './step-rule';
import {
  lastSessions,
  ownSessions,
  wholeSessions,
  workingSkin,
  type PastSession,
  type SkinSubject,
  type Subject,
  type WorkingSkin,
} from './subject';

/** What has to be kept in mind with a setting; the words are the page's. */
export type CautionCode =
  | 'planDarker'
  | 'typesIVtoVI'
  | 'bonyOrThin'
  | 'mucosal'
  | 'scarred'
  | 'darkerSite'
  | 'poorTarget'
  | 'denseDarkHair'
  | 'tooSoon'
  | 'late'
  | 'supervisorFirst'
  | 'modelSilent'
  | 'frost'
  | 'longCold';

export const TEST_SPOT_REASONS = [
  'newZone',
  'newWavelength',
  'newHandpiece',
  'tan',
  'darkerSkin',
  'newMedicine',
  'gapOfSixMonths',
  'afterReaction',
] as const;

export type TestSpotReason = (typeof TEST_SPOT_REASONS)[number];

/** The cautions of a zone, skin and hair, whatever the handpiece. */
export function cautionsFor(
  subject: Subject,
  working: WorkingSkin,
  today: Day,
  own: ClinicalFigures,
): readonly CautionCode[] {
  const site = SITES[subject.site];
  const treated = wholeSessions(subject.history).at(-1);
  const interval = intervalState(subject.site, treated?.on ?? null, today, own);
  const { colour, density } = subject.hair;
  const dark = colour === 'black' || colour === 'darkBrown';
  const poor = colour === 'red' || colour === 'darkBlond' || colour === 'lightBrown';
  const list: [CautionCode, boolean][] = [
    ['supervisorFirst', asksForWord(subject.history)],
    ['modelSilent', modelSilence(subject) !== null],
    ['planDarker', working.type > subject.skin.type],
    ['typesIVtoVI', working.type >= 4],
    ['bonyOrThin', site.bonyOrThin],
    ['mucosal', site.mucosal],
    ['scarred', subject.skin.surface === 'scarred'],
    ['darkerSite', site.darker],
    ['denseDarkHair', dark && density === 'dense'],
    ['poorTarget', poor],
    ['tooSoon', interval === 'tooSoon'],
    ['late', interval === 'late'],
  ];
  return list.filter(([, holds]) => holds).map(([code]) => code);
}

/** Longest time under −2 °C, s: beyond it the cold itself may burn. */
export const FROST_S = 1;
// From here on skin may be too numb to warn.
const LONG_COLD_S = 300;

/** What a setting's own cooling asks to be kept in mind. */
export function settingCautions(
  { added }: Pick<Setting, 'added'>,
  frostSeconds: number,
): readonly CautionCode[] {
  return [
    ...(frostSeconds > FROST_S ? (['frost'] as const) : []),
    ...((added?.packSeconds ?? 0) >= LONG_COLD_S ? (['longCold'] as const) : []),
  ];
}

/**
 * Whether a supervisor has to approve before anything is planned: after a reaction, or where hair is treated on skin
 * that the model is silent about.
 */
export const asksForApproval = (subject: SkinSubject, job: 'hair' | 'ink'): boolean =>
  asksForWord(subject.history) || (job === 'hair' && modelSilence(subject) !== null);

/** Whether the supervisor's approval has to come first: after a reaction to a session, or to the newest test spot. */
export const asksForWord = (history: readonly PastSession[]): boolean =>
  [...history.slice(-1), ...lastSessions(history)].some(
    ({ answer }) => stepRule(answer).supervisor,
  );

/** How long a session or a test spot speaks for a zone, months. */
export const TEST_SPOT_MONTHS = 6;

const DEPTH: Readonly<Record<Tan, number>> = { none: 0, fading: 1, selfTan: 2, fresh: 2 };

/**
 * Why a test spot has to come before a full session with this light; empty when none is needed. The newest session or
 * test spot on the zone is what skin and medicines are compared with.
 */
export function testSpotReasons(
  subject: SkinSubject,
  light: { readonly handpieceId: string; readonly wavelengthNm: number },
  today: Day,
): readonly TestSpotReason[] {
  const own = ownSessions(subject.history);
  const last = own.at(-1);
  if (last === undefined) return ['newZone'];
  const used = own.some(({ setting }) => setting.handpieceId === light.handpieceId);
  const sameLight = own.some(({ wavelengthNm }) => wavelengthNm === light.wavelengthNm);
  const tanned = DEPTH[subject.skin.tan] > DEPTH[last.skin?.tan ?? 'none'];
  const list: Readonly<Record<TestSpotReason, boolean>> = {
    newZone: false,
    newWavelength: !sameLight,
    newHandpiece: sameLight && !used,
    tan: tanned,
    darkerSkin: !tanned && isDarker(subject, last),
    newMedicine: hasNewMedicine(subject),
    gapOfSixMonths: addMonths(last.on, TEST_SPOT_MONTHS) < today,
    // A test spot since then has answered; else every light of that day counts.
    afterReaction: (last.test === true ? [last] : lastSessions(own)).some(
      ({ answer }) => stepRule(answer).newTestSpot,
    ),
  };
  return TEST_SPOT_REASONS.filter((reason) => list[reason]);
}

/** Whether a medicine is named now that was not when this zone was last treated or tested. */
export function hasNewMedicine({ history, medicines = [] }: SkinSubject): boolean {
  const before = history.at(-1)?.medicines;
  return before !== undefined && medicines.some((name) => !before.includes(name));
}

const isDarker = (subject: SkinSubject, { skin }: PastSession) =>
  skin !== undefined && workingSkin(subject).type > workingSkin({ site: subject.site, skin }).type;
