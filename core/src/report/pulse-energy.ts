import type { Setting } from '../plan';
import { energyJ } from '../units';

/** Energy of one pulse of a setting, J. */
export const pulseEnergyJ = ({ fluenceJcm2, spot }: Setting): number => energyJ(fluenceJcm2, spot);
