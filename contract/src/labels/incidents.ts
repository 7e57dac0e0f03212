import type { FirstStep, IncidentFollowUp, IncidentSort } from '@tidy-quill/core/incidents';
import type { IncidentReport } from '../incidents';
import { figure } from './format';

export const INCIDENT_SORT_WORDS: Readonly<Record<IncidentSort, string>> = {
  eyeExposure: 'beam may have met an eye',
  burn: 'burn',
  misfire: 'fired by itself, or not as set',
  smoke: 'smoke, fire or a smell of burning',
  handpieceFall: 'handpiece fell or was hit',
  other: 'something else',
};

export const FIRST_STEP_WORDS: Readonly<Record<FirstStep, string>> = {
  stopAndStandby: 'Stop. Console to standby, or emergency stop.',
  keyOut: 'Take the key out: nobody uses the device until it was looked at.',
  doNotRub: 'Do not rub the eye, do not rinse it, no drops.',
  clinicianNow:
    'To a clinician now; for an eye to an eye clinic today, at once where sight has changed.',
  noteTheDose: 'Take along wavelength, pulse, energy and distance.',
  coolWithWater: 'Cool with cool running water for 20 minutes; no ice on the burn, no cream.',
  coverLoosely: 'Cover loosely with clean, non-stick dressing; leave blisters whole.',
  outOfTheRoom: 'Everybody out of the room, door shut.',
  extinguish: 'Small flames only: extinguisher for electrical fires. Otherwise leave it.',
  emergencyCall: 'Call the emergency number where it burns or somebody feels unwell.',
  leaveAsItIs: 'Leave the handpiece as it lies; write down what the console shows.',
};

export const HURT_WORDS: Readonly<Record<IncidentReport['hurt'][number], string>> = {
  client: 'the client',
  staff: 'one of us',
  other: 'somebody else',
};

type Eyes = NonNullable<IncidentReport['eyes']>;

export const WORN_WORDS: Readonly<Record<Eyes['worn'], string>> = {
  right: 'the right eyewear worn',
  other: 'other eyewear worn',
  none: 'no eyewear worn',
  unknown: 'eyewear not known',
};

export const EYE_WAY_WORDS: Readonly<Record<Eyes['way'], string>> = {
  direct: 'straight from the exit',
  mirrored: 'off a mirror or metal',
  unknown: 'way not known',
};

/** “about 0.5 m from the exit, off a mirror or metal, no eyewear worn”. */
export const eyesText = ({ distanceM, way, worn }: Eyes): string =>
  [
    distanceM === null ? 'distance not known' : `about ${figure(distanceM, 2)} m from the exit`,
    EYE_WAY_WORDS[way],
    WORN_WORDS[worn],
  ].join(', ');

/** What was told of an incident later. */
export function followUpText(followUp: IncidentFollowUp): string {
  switch (followUp.kind) {
    case 'noted':
      return followUp.text;
    case 'seen':
      return `seen by ${followUp.by}${followUp.text === '' ? '' : `: ${followUp.text}`}`;
    case 'closed':
      return `closed: ${followUp.text}`;
  }
}
