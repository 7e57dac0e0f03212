/**
 * Whether ending a treatment is asked about first: where cells are open, or where the only one got fewer pulses than
 * planned.
 */
export const endAsks = (of: {
  readonly openCells: number;
  readonly cells: number;
  readonly givenPulses: number;
  readonly plannedPulses: number;
}): boolean => of.openCells > 0 && (of.cells > 1 || of.givenPulses < of.plannedPulses);
