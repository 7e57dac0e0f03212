import type {
  EyewearKind,
  EyewearState,
  LabelBand,
  Misfit,
  PulseKind,
} from '@tidy-quill/core/eyewear';
import { figure } from './format';

export const EYEWEAR_KIND_WORDS: Readonly<Record<EyewearKind, string>> = {
  spectacles: 'spectacles',
  goggles: 'goggles',
  shields: 'shields inside the lids',
};

export const EYEWEAR_STATE_WORDS: Readonly<Record<EyewearState, string>> = {
  sound: 'sound',
  scratched: 'scratched',
  cracked: 'cracked',
};

export const PULSE_KIND_WORDS: Readonly<Record<PulseKind, string>> = {
  continuous: 'continuous',
  long: 'long pulses, ms and µs',
  short: 'short pulses, ns',
  ultrashort: 'ultrashort pulses, ps',
};

/** “800–830 nm, OD 5, scale 5, long pulses”. */
export function bandText({ fromNm, toNm, density, scale, pulses }: LabelBand): string {
  return [
    `${figure(fromNm, 0).replace(',', '')}–${figure(toNm, 0).replace(',', '')}\u00a0nm`,
    ...(density === null ? [] : [`OD\u00a0${figure(density)}`]),
    ...(scale === null ? [] : [`scale\u00a0${figure(scale)}`]),
    ...(pulses === null ? [] : pulses.map((each) => PULSE_KIND_WORDS[each])),
  ].join(', ');
}

/** How far a beam is a hazard to an eye without eyewear, rounded up to a metre. */
export const hazardText = (hazardM: number | null): string =>
  hazardM === null
    ? 'not known: divergence not entered'
    : `${figure(Math.ceil(hazardM), 0)}\u00a0m`;

/** Why eyewear is not worn for a light. */
export function misfitText(misfit: Misfit): string {
  switch (misfit.code) {
    case 'outOfService':
      return 'out of service';
    case 'damaged':
      return `${misfit.state}: out of use`;
    case 'otherLight':
      return 'for another wavelength';
    case 'otherPulse':
      return `not tested for ${PULSE_KIND_WORDS[misfit.pulse]}`;
    case 'tooThin':
      return `OD ${figure(misfit.density)} only`;
  }
}
