/**
 * An energy meter at the console. Connect once, then hold the handpiece to its head and fire: each `read` waits for one pulse and
 * gives its energy in J, within its own doubt; it rejects with a plain sentence where no pulse came, the pulse was outside its
 * range, or the link is gone. A driver for a real instrument implements this and nothing else.
 */
export interface EnergyMeter {
  readonly name: string;
  /** Whether it is a stand-in, whose readings are invented. */
  readonly simulated: boolean;
  connect(): Promise<void>;
  /** Energy of the next pulse, J. */
  read(): Promise<number>;
}

// What such heads scatter by from pulse to pulse.
const SCATTER = 0.01;

/**
 * The stand-in that ships: gives pulses of a console that shows `shownJ` and gives `ratio` times that. `random` gives numbers in
 * 0–1.
 */
export function simulatedEnergyMeter(
  { shownJ, ratio }: { readonly shownJ: number; readonly ratio: number },
  random: () => number = Math.random,
): EnergyMeter {
  return {
    name: 'Simulated energy meter',
    simulated: true,
    connect: () => Promise.resolve(),
    read: () =>
      Promise.resolve(Number((shownJ * ratio * (1 + (random() * 2 - 1) * SCATTER)).toPrecision(4))),
  };
}
