import type { Filter } from '@tidy-quill/core/eyewear';
import type {
  Check,
  CheckId,
  NumbingKind,
  NumbingState,
  ReadBackField,
} from '@tidy-quill/core/prepare';
import type { IncidentKind } from '@tidy-quill/core/events';
import { figure } from './format';

/** A line of the checklist in a few words. */
export function checkText(check: Check): string {
  switch (check.id) {
    case 'eyewear':
      return `Eyewear for ${check.wavelengthNm == null ? 'pulsed light, its whole band,' : `${Math.round(check.wavelengthNm)} nm`} on everyone, label OD ${check.density} or more`;
    case 'cover':
      return check.covered === undefined || check.covered === 0
        ? 'Hair and dark cloth under white'
        : `Hair, dark cloth and ${check.covered === 1 ? 'the 1 mark' : `the ${check.covered} marks`} under white`;
    case 'tipCold':
      return `Tip cold to the touch, not freezing: ${figure(check.plateC ?? 0)} °C`;
    case 'coldPack':
      return `Cold pack at hand, to lie on for ${check.seconds ?? 0} s before the first pulse`;
    default:
      return PLAIN_CHECK_WORDS[check.id];
  }
}

/** The checks where no figure is at hand, or was never part of them. */
export const PLAIN_CHECK_WORDS: Readonly<Record<CheckId, string>> = {
  eyewear: 'Eyewear for this wavelength on everyone',
  cover: 'Hair, dark cloth and marks under white',
  tipCold: 'Tip cold to the touch, not freezing',
  identity: 'The client has said name and date of birth: they match',
  door: 'Door shut, warning lit',
  eyeShields: 'Shields inside the lids',
  shaved: 'Shaved, hours to a day ago',
  clean: 'Skin clean and dry: no make-up, cream or deodorant',
  jewellery: 'Jewellery and metal off',
  numbing: 'Numbing cream wiped off wholly',
  grid: 'Grid in light pencil, never dark',
  gel: 'Gel on',
  noGel: 'No gel: skin dry',
  coldAir: 'Cold air on',
  suction: 'Window over firm skin alone: no mucosa, thin lid skin or varices, no blood thinners',
  cryogen: 'Cryogen canister full, spurt tried',
  ice: 'Ice at hand',
  coldPack: 'Cold pack at hand',
  evacuator: 'Smoke evacuator on',
};

export const READ_BACK_WORDS: Readonly<Record<ReadBackField, string>> = {
  wavelengthNm: 'wavelength',
  fluenceJcm2: 'fluence',
  pulseMs: 'pulse',
  spot: 'spot',
  rateHz: 'rate',
};

export const NUMBING_KIND_WORDS: Readonly<Record<NumbingKind, string>> = {
  cream: 'Numbing cream',
  ice: 'Ice',
  injected: 'Injection',
};

export const NUMBING_WORDS: Readonly<Record<NumbingState, string>> = {
  tooEarly: 'not working yet',
  ready: 'working',
  tooLong: 'on for too long: wipe it off now',
};

/** What an incident says besides: the settings that differed by their names. */
export const incidentDetail = ({
  what,
  detail,
}: {
  readonly what: IncidentKind;
  readonly detail: string;
}): string =>
  what === 'otherSettings'
    ? detail
        .split(', ')
        .map((code) => (READ_BACK_WORDS as Readonly<Record<string, string>>)[code] ?? code)
        .join(', ')
    : detail;

export const INCIDENT_WORDS: Readonly<Record<IncidentKind, string>> = {
  pulseWhileNotReady: 'A pulse was fired while the console was not ready',
  pulseWithOtherSettings: 'A pulse was fired with other settings than planned',
  counterJump: 'The console’s counter jumped',
  consoleLost: 'The link to the console was lost',
  consoleFault: 'The console reports a fault',
  otherSettings: 'The console shows other settings',
  warmTip: 'The tip is warm',
  interlockOpen: 'The interlock is open',
  emergencyStop: 'The emergency stop was pressed',
};

export const EYEWEAR_WORDS: Readonly<Record<Exclude<Filter, 'clear'>, string>> = {
  green532: '532 nm, orange lens',
  red694to810: '694–810 nm, green lens',
  infrared1064: '1064 nm, pale lens',
  broadband: 'pulsed light, dark lens',
};
