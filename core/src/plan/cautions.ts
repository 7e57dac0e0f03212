import { intervalState, SITES } from '../course';
import { addMonths, type Day } from '../units';
import { centralWavelengthNm, type Handpiece } from './handpiece';
import { stepRule } from './step-rule';
import type { Subject, WorkingSkin } from './subject';

/** What has to be kept in mind with a setting; the words are the page's. */
export type CautionCode =
  | 'planDarker'
  | 'typesIVtoVI'
  | 'bonyOrThin'
  | 'scarred'
  | 'darkerSite'
  | 'poorTarget'
  | 'denseDarkHair'
  | 'tooSoon'
  | 'late'
  | 'supervisorFirst';

export type TestSpotReason =
  'newZone' | 'newHandpiece' | 'newWavelength' | 'tan' | 'gapOfSixMonths' | 'afterReaction';

/** The cautions of a zone, skin and hair, whatever the handpiece. */
export function cautionsFor(
  subject: Subject,
  working: WorkingSkin,
  today: Day,
): readonly CautionCode[] {
  const site = SITES[subject.site];
  const last = subject.history.at(-1) ?? null;
  const interval = intervalState(subject.site, last?.on ?? null, today);
  const { colour, density } = subject.hair;
  const dark = colour === 'black' || colour === 'darkBrown';
  const poor = colour === 'red' || colour === 'darkBlond' || colour === 'lightBrown';
  const list: [CautionCode, boolean][] = [
    ['supervisorFirst', last !== null && stepRule(last.answer).supervisor],
    ['planDarker', working.type > subject.skin.type],
    ['typesIVtoVI', working.type >= 4],
    ['bonyOrThin', site.bonyOrThin],
    ['scarred', subject.skin.surface === 'scarred'],
    ['darkerSite', site.darker],
    ['denseDarkHair', dark && density === 'dense'],
    ['poorTarget', poor],
    ['tooSoon', interval === 'tooSoon'],
    ['late', interval === 'late'],
  ];
  return list.filter(([, holds]) => holds).map(([code]) => code);
}

/** Why a test spot has to come before a full session with this handpiece; empty when none is needed. */
export function testSpotReasons(
  subject: Subject,
  handpiece: Handpiece,
  today: Day,
): readonly TestSpotReason[] {
  const last = subject.history.at(-1);
  if (last === undefined) return ['newZone'];
  const wavelengthNm = centralWavelengthNm(handpiece.light);
  const used = subject.history.some((session) => session.setting.handpieceId === handpiece.id);
  const sameLight = subject.history.some((session) => session.wavelengthNm === wavelengthNm);
  const list: [TestSpotReason, boolean][] = [
    ['newWavelength', !sameLight],
    ['newHandpiece', sameLight && !used],
    ['tan', subject.skin.tan !== 'none'],
    ['gapOfSixMonths', addMonths(last.on, 6) < today],
    ['afterReaction', stepRule(last.answer).newTestSpot],
  ];
  return list.filter(([, holds]) => holds).map(([reason]) => reason);
}
