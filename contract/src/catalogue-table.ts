import type {
  Handpiece as CoreHandpiece,
  InkRow as InkRowCore,
  ProtocolRow,
} from '@tidy-quill/core/plan';
import type { Rule as CoreRule, Substance as CoreSubstance } from '@tidy-quill/core/suitability';
import { spotLine, readSpot } from './cells';
import { Handpiece, InkRow, ProtocolRow as ProtocolRowSchema } from './plan';
import { read } from './problem';
import { Rule, Substance } from './suitability';
import type * as v from 'valibot';
import { defined } from '@tidy-quill/core/units';

/** A record as cells of text, by column: what a line of CSV and a form hold. */
export type Cells = Readonly<Record<string, string>>;

/** What is wrong with a cell; rows count from 1, the heading not counted. */
export interface CellProblem {
  readonly row: number;
  readonly column: string;
  readonly problem: string;
}

type CellKind = 'text' | 'number' | 'yesNo' | 'words' | 'numbers' | 'spots' | 'lines';

export interface Column {
  readonly name: string;
  /** Where its value lies in the record. */
  readonly path: string;
  readonly kind: CellKind;
}

/** A table that records of one sort are written in, there and back. */
export interface Table<T> {
  readonly columns: readonly Column[];
  readonly schema: v.GenericSchema<unknown, T>;
}

const column = (name: string, path: string, kind: CellKind): Column => ({ name, path, kind });

export const HANDPIECE_TABLE: Table<CoreHandpiece> = {
  schema: Handpiece,
  columns: [
    column('id', 'id', 'text'),
    column('name', 'name', 'text'),
    column('laserClass', 'laserClass', 'text'),
    column('wavelengthNm', 'light.wavelengthNm', 'number'),
    column('linesNm', 'light.lines', 'lines'),
    column('spotsMm', 'spots', 'spots'),
    column('pulsesMs', 'pulsesMs', 'numbers'),
    column('subPulses', 'train.count', 'number'),
    column('gapMs', 'train.gapMs', 'number'),
    column('fluenceMinJcm2', 'fluenceJcm2.min', 'number'),
    column('fluenceMaxJcm2', 'fluenceJcm2.max', 'number'),
    column('fluenceStepJcm2', 'fluenceJcm2.step', 'number'),
    column('maxEnergyJ', 'maxEnergyJ', 'number'),
    column('maxAveragePowerW', 'maxAveragePowerW', 'number'),
    column('maxRateHz', 'maxRateHz', 'number'),
    column('cooling', 'cooling.kind', 'text'),
    column('plateC', 'cooling.plateC', 'number'),
    column('preSeconds', 'cooling.preSeconds', 'number'),
    column('gelMm', 'cooling.gelMm', 'number'),
    column('spurtMs', 'cooling.spurtMs', 'number'),
    column('delayMs', 'cooling.delayMs', 'number'),
    column('iceSeconds', 'cooling.seconds', 'number'),
    column('gel', 'gel', 'yesNo'),
    column('techniques', 'techniques', 'words'),
    column('suctionStretch', 'suctionStretch', 'number'),
    column('divergenceRad', 'divergenceRad', 'number'),
    column('serviceMonths', 'serviceMonths', 'number'),
    column('inService', 'inService', 'yesNo'),
  ],
};

export const PROTOCOL_TABLE: Table<ProtocolRow> = {
  schema: ProtocolRowSchema,
  columns: [
    column('id', 'id', 'text'),
    column('laserClass', 'laserClass', 'text'),
    column('technique', 'technique', 'text'),
    column('wavelengthLowNm', 'wavelengthNm.low', 'number'),
    column('wavelengthHighNm', 'wavelengthNm.high', 'number'),
    column('skinTypes', 'skinTypes', 'numbers'),
    column('calibres', 'calibres', 'words'),
    column('pulseLowMs', 'pulseMs.low', 'number'),
    column('pulseHighMs', 'pulseMs.high', 'number'),
    column('fluenceLowJcm2', 'fluenceJcm2.low', 'number'),
    column('fluenceHighJcm2', 'fluenceJcm2.high', 'number'),
  ],
};

export const INK_TABLE: Table<InkRowCore> = {
  schema: InkRow,
  columns: [
    column('id', 'id', 'text'),
    column('pulseClass', 'pulseClass', 'text'),
    column('wavelengthLowNm', 'wavelengthNm.low', 'number'),
    column('wavelengthHighNm', 'wavelengthNm.high', 'number'),
    column('spotMm', 'spotMm', 'number'),
    column('colours', 'colours', 'words'),
    column('densities', 'densities', 'words'),
    column('fluenceLowJcm2', 'fluenceJcm2.low', 'number'),
    column('fluenceHighJcm2', 'fluenceJcm2.high', 'number'),
  ],
};

export const RULE_TABLE: Table<CoreRule> = {
  schema: Rule,
  columns: [
    column('id', 'id', 'text'),
    column('question', 'trigger.question', 'text'),
    column('medicine', 'trigger.medicine', 'text'),
    column('age', 'trigger.age', 'text'),
    column('jobs', 'jobs', 'words'),
    column('places', 'places', 'words'),
    column('outcome', 'outcome', 'text'),
    column('waitDays', 'wait.days', 'number'),
    column('waitMonths', 'wait.months', 'number'),
    column('whose', 'whose', 'text'),
    column('override', 'override', 'text'),
    column('advice', 'advice', 'text'),
  ],
};

export const SUBSTANCE_TABLE: Table<CoreSubstance> = {
  schema: Substance,
  columns: [
    column('id', 'id', 'text'),
    column('name', 'name', 'text'),
    column('medicineClass', 'medicineClass', 'text'),
    column('waitDays', 'wait.days', 'number'),
    column('waitMonths', 'wait.months', 'number'),
    column('advice', 'advice', 'text'),
    column('source', 'source', 'text'),
  ],
};

/** A record as cells; a value that it does not have is an empty cell. */
export function toCells<T>(table: Table<T>, record: T): Cells {
  return Object.fromEntries(
    table.columns.map(({ name, path, kind }) => [name, written(kind, valueAt(record, path))]),
  );
}

/** Reads cells into records: all of them, or every problem by row and column and none of the records. */
export function fromCells<T extends { readonly id: string }>(
  table: Table<T>,
  rows: readonly Cells[],
):
  | { readonly ok: true; readonly value: readonly T[] }
  | { readonly ok: false; readonly problems: readonly CellProblem[] } {
  const problems: CellProblem[] = [];
  const value: T[] = [];
  const seen = new Set<string>();
  rows.forEach((cells, index) => {
    const row = index + 1;
    const draft: Record<string, unknown> = {};
    for (const each of table.columns) {
      const cell = (cells[each.name] ?? '').trim();
      if (cell === '') continue;
      const parsed = parsedCell(each.kind, cell);
      if (typeof parsed === 'object' && parsed !== null && 'problem' in parsed) {
        problems.push({ row, column: each.name, problem: parsed.problem });
      } else put(draft, each.path, parsed);
    }
    const before = problems.length;
    const checked = read(table.schema, draft);
    if (checked.ok) {
      const { id } = checked.value as T;
      if (seen.has(id)) problems.push({ row, column: 'id', problem: `${id} stands twice` });
      seen.add(id);
      value.push(checked.value as T);
      return;
    }
    for (const { field, problem } of checked.fields) {
      const found = columnFor(table, field);
      const known = problems.slice(0, before).some((p) => p.row === row && p.column === found);
      if (!known) problems.push({ row, column: found, problem });
    }
  });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value };
}

function columnFor(table: Table<never> | Table<unknown>, field: string): string {
  const holds = (one: string, other: string) => one === other || other.startsWith(`${one}.`);
  const found = table.columns.find(({ path }) => holds(path, field) || holds(field, path));
  return found?.name ?? field;
}

function written(kind: CellKind, value: unknown): string {
  if (value === undefined || value === null) return '';
  switch (kind) {
    case 'yesNo':
      return value === true ? 'yes' : 'no';
    case 'words':
    case 'numbers':
      return (value as readonly unknown[]).join('; ');
    case 'spots':
      return (value as CoreHandpiece['spots']).map(spotLine).join('; ');
    case 'lines':
      return (value as { wavelengthNm: number; share: number }[])
        .map(({ wavelengthNm, share }) => `${wavelengthNm}: ${share}`)
        .join('; ');
    default:
      return String(value as string | number);
  }
}

type Parsed = string | number | boolean | readonly unknown[] | { readonly problem: string };

function parsedCell(kind: CellKind, cell: string): Parsed {
  const list = cell
    .split(';')
    .map((each) => each.trim())
    .filter(Boolean);
  switch (kind) {
    case 'text':
      return cell;
    case 'number':
      return asNumber(cell);
    case 'yesNo':
      return cell === 'yes' ? true : cell === 'no' ? false : { problem: 'must be yes or no' };
    case 'words':
      return list;
    case 'numbers':
      return together(list.map(asNumber));
    case 'spots':
      return together(list.map(readSpot));
    case 'lines':
      return together(
        list.map((each) => {
          const [wavelengthNm, share] = each.split(':').map(Number);
          return Number.isFinite(wavelengthNm) && Number.isFinite(share)
            ? { wavelengthNm, share }
            : { problem: `“${each}” must be written like 650: 0.2` };
        }),
      );
  }
}

const asNumber = (text: string): number | { readonly problem: string } => {
  const value = Number(text);
  return text !== '' && Number.isFinite(value) ? value : { problem: `“${text}” is not a number` };
};

function together(list: readonly (number | object)[]): Parsed {
  const bad = list.find((each) => typeof each === 'object' && 'problem' in each);
  return (bad as { problem: string } | undefined) ?? list;
}

function valueAt(record: unknown, path: string): unknown {
  return path
    .split('.')
    .reduce<unknown>((value, key) => (value as Record<string, unknown> | undefined)?.[key], record);
}

function put(record: Record<string, unknown>, path: string, value: unknown): void {
  const keys = path.split('.');
  const last = defined(keys.pop());
  let place = record;
  for (const key of keys) {
    place[key] ??= {};
    place = place[key] as Record<string, unknown>;
  }
  place[last] = value;
}
