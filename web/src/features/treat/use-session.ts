import { cellsOf, mindedCells, pairedCellsOf, type MindedCell } from '@tidy-quill/core/coverage';
import { faintIsEnough } from '@tidy-quill/core/ink';
import {
  cellLimit,
  glides,
  habitOf,
  nextStep,
  passRule,
  rowOfSetting,
  type CellLimit,
  type Handpiece,
  type NextStep,
  type Protocol,
  type Setting,
} from '@tidy-quill/core/plan';
import type { InkColour } from '@tidy-quill/core/look';
import { figureOf } from '@tidy-quill/core/figures';
import { SITES, type SiteId } from '@tidy-quill/core/sites';
import { painDue, USUAL_PAIN_MINUTES } from '@tidy-quill/core/reaction';
import type { AcceptedPlan } from '@tidy-quill/core/events';
import {
  type CellRun,
  cellRun,
  CELLS_A_SEGMENT,
  passPaces,
  plannedSpots,
  risesOf,
  roseToday,
  type PassPace,
  type Run,
} from '@tidy-quill/core/session';
import { useMemo } from 'react';
import { defined } from '@tidy-quill/core/units';
import { useVisit } from '../visit/use-visit';
import { partCells, PARTS_A_ROW } from './part-cells';

export interface SessionCell extends MindedCell {
  readonly run: CellRun;
  /** What a part of a design is called, or a cell of a later plan; null for a cell that goes by its number. */
  readonly name: string | null;
  /** The ink of a part of a design. */
  readonly colour?: InkColour;
}

/** The session as the room sees it: cells, the one that is worked on, and what the step rule says. */
export interface Session {
  readonly run: Run;
  readonly handpiece: Handpiece | undefined;
  readonly cells: readonly SessionCell[];
  readonly columns: number;
  /** The cell that is worked on, else the next one; null once all are done. */
  readonly current: SessionCell | null;
  readonly plannedPulses: number;
  /** Given with this light, of those planned for it. */
  readonly givenPulses: number;
  readonly moving: boolean;
  /** The passes over the current cell, each against an even hand's. */
  readonly paces: readonly PassPace[];
  readonly energyJ: number;
  readonly next: NextStep | null;
  /** The most that the current cell bears; null where it has no limit of its own. */
  readonly limit: CellLimit | null;
  /** What the zone goes on with after a cell that asked for less, J/cm²; null where that is dialled in. */
  readonly backToJcm2: number | null;
  readonly asksForPain: (nowMs: number) => boolean;
}

export function useSession(): Session {
  const { record, catalogue, area } = useVisit('record', 'catalogue', 'area');
  const { run, plan, findings } = record;
  const setting = run.setting ?? defined(plan).setting;
  const handpiece = catalogue.handpieces.find(({ id }) => id === setting.handpieceId);
  const { protocol } = catalogue;
  const { pace } = protocol;
  const zone = findings?.zone;
  const layout = useMemo(() => {
    const measured = zone?.measured;
    const parted = area.side === 'both' ? pairedCellsOf : cellsOf;
    return parted({
      areaCm2: defined(plan).subject.areaCm2,
      cellCm2: habitOf(protocol, setting.technique).cellCm2,
      pulses: defined(plan).expectedPulses,
      ...(measured?.shape === 'flat' ? { aspect: measured.widthCm / measured.lengthCm } : {}),
      ...(measured?.shape === 'round' ? { aspect: measured.aroundCm / measured.lengthCm } : {}),
    });
  }, [plan, zone, protocol, setting.technique, area.side]);
  // Each light of a session numbers its cells again: a part may be met by two of them.
  const { mucosal } = SITES[area.site];
  const offset = record.segments.length * CELLS_A_SEGMENT;
  const parts = plan === null ? [] : partCells(plan, catalogue.protocol.pace, offset);
  const cells =
    parts.length > 0
      ? parts.map((part): SessionCell => ({ ...part, run: cellRun(run, part.number) }))
      : mindedCells(layout, { zone, mucosal, tested: plannedSpots(record) }).map(
          (cell): SessionCell => ({
            ...cell,
            number: cell.number + offset,
            name: offset === 0 ? null : `Cell ${cell.number}`,
            run: cellRun(run, cell.number + offset),
          }),
        );
  const chosen = cells.find(({ number }) => number === run.cell);
  const current =
    (chosen?.run.ended === null ? chosen : undefined) ??
    cells.find((cell) => cell.run.ended === null) ??
    null;
  const sinceChange = run.changes.at(-1)?.at ?? '';
  // What the skin answered to another light says nothing of this one.
  const { marks: marksUpTo = 0, pains: painsUpTo = 0 } = record.segments.at(-1)?.upTo ?? {};
  // Counted apart from what another light gave before.
  const given = run.pulses - (record.segments.at(-1)?.upTo.pulses ?? 0);
  const first = defined(plan).setting.fluenceJcm2;
  const scale = handpiece?.fluenceJcm2;
  const lastPain = run.pains.at(-1);
  return {
    run,
    handpiece,
    cells,
    columns: parts.length > 0 ? Math.min(PARTS_A_ROW, parts.length) : layout.columns,
    current,
    plannedPulses: cells.reduce((sum, { pulses }) => sum + pulses, 0),
    givenPulses: given,
    moving: glides(setting.technique),
    paces: current === null ? [] : pacesOf(current, setting, protocol, area.site),
    energyJ: run.energyJ,
    next:
      scale === undefined
        ? null
        : nextStep({
            setting,
            faintIsEnough: faintIsEnough(plan?.ink?.colours ?? []),
            marks: run.marks
              .slice(marksUpTo)
              .filter(({ at }) => at >= sinceChange)
              .map(({ mark }) => mark),
            pains: run.pains
              .slice(painsUpTo)
              .filter(({ at }) => at >= sinceChange)
              .map(({ score }) => score),
            upperJcm2: defined(plan).upperJcm2,
            scale,
            raisedToday: roseToday(run),
          }),
    limit:
      current === null || handpiece === undefined
        ? null
        : cellLimit(current, {
            plannedJcm2: first,
            lowestJcm2: lowestOf(defined(plan), handpiece, catalogue.protocol),
            scale: handpiece.fluenceJcm2,
            own: catalogue.protocol,
          }),
    backToJcm2: backTo(run),
    asksForPain: (nowMs) =>
      run.state === 'running' &&
      painDue({
        pulses: run.pulses,
        askedMs: lastPain === undefined ? null : Date.parse(lastPain.at),
        nowMs,
        everyMinutes: pace.painMinutes ?? USUAL_PAIN_MINUTES,
      }),
  };
}

/** The cell's passes against an even hand's: its planned pulses shared by the passes, with the rests that the place asks for. */
const pacesOf = (
  { run, pulses }: SessionCell,
  { technique, rateHz, passes }: Setting,
  protocol: Protocol,
  site: SiteId,
): readonly PassPace[] =>
  passPaces(run, {
    ...{ pulsesAPass: pulses / passes, rateHz },
    restS: passRule(protocol, technique, { site }, null).restSeconds,
    off: figureOf(protocol, 'practicePace'),
  });

/** The fluence of the zone where a single cell's own is dialled in; null else. */
function backTo({ first, changes, setting }: Run): number | null {
  const own = changes.at(-1)?.forCell;
  if (first === null || setting === null || own === undefined) return null;
  const { base } = risesOf(first, changes);
  return base.fluenceJcm2 > setting.fluenceJcm2 ? base.fluenceJcm2 : null;
}

/** The low end of what the protocol gives for a plan, J/cm²; null on ink, and where no row speaks of it. */
function lowestOf(
  { subject, setting }: AcceptedPlan,
  handpiece: Handpiece,
  protocol: Protocol,
): number | null {
  if (!('hair' in subject)) return null;
  return rowOfSetting({ protocol, subject }, handpiece, setting)?.fluenceJcm2.low ?? null;
}
