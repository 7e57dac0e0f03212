import type { FigureAtFault } from '@tidy-quill/core/plan';
import { figure, spotText } from './format';

/** The column that a figure at fault stands in. */
export const FAULT_COLUMN: Readonly<Record<FigureAtFault['why'], string>> = {
  tooLittleEnergy: 'maxEnergyJ',
  fluenceOutOfReach: 'fluenceMaxJcm2',
  tooLittlePower: 'maxAveragePowerW',
  rateTooFast: 'maxRateHz',
  tooMuchPeakPower: 'pulsesMs',
};

/** What is wrong with it, as said below its field. */
export function faultText(fault: FigureAtFault): string {
  switch (fault.why) {
    case 'tooLittleEnergy':
      return `is too little: the lowest fluence takes ${figure(fault.neededJ, 1)} J at ${spotText(fault.spot)}`;
    case 'fluenceOutOfReach':
      return `is out of reach: this energy gives ${figure(fault.reachedJcm2, 1)} J/cm² at the smallest spot`;
    case 'tooLittlePower':
      return `is too little: one pulse in two seconds takes ${figure(fault.neededW, 1)} W`;
    case 'rateTooFast':
      return `is too fast: the shortest shot takes ${figure(fault.shotMs, 1)} ms`;
    case 'tooMuchPeakPower':
      return `cannot be with this energy: ${figure(fault.peakKw, 0)} kW in the shortest. Are they in ms, and the energy in J?`;
  }
}
