import type { VisitRecord } from './visit-record';

/** Pulses that met somebody, or something, before the treatment was started. */
export interface EarlyPulses {
  readonly pulses: number;
  readonly energyJ: number;
}

/**
 * What the console counted before the treatment was started, beyond the test spots that were logged: nobody said what
 * these pulses were for. They count in every total.
 */
export function earlyPulses({ run, spots }: Pick<VisitRecord, 'run' | 'spots'>): EarlyPulses {
  const { pulses, energyJ } = run.beforeStart;
  const started = run.startedAt;
  const logged = spots
    .filter(({ at }) => started === null || at <= started)
    .reduce((sum, spot) => sum + spot.pulses, 0);
  const early = Math.max(0, pulses - logged);
  return { pulses: early, energyJ: pulses === 0 ? 0 : (energyJ * early) / pulses };
}
