import {
  fromCells,
  toCells,
  type CellProblem,
  type Cells,
  type Table,
} from '@tidy-quill/contract/catalogue-table';
import Papa from 'papaparse';

/** Records as CSV with a heading; RFC 4180. */
export function toCsv<T>(table: Table<T>, records: readonly T[]): string {
  return Papa.unparse({
    fields: table.columns.map(({ name }) => name),
    data: records.map((record) => {
      const cells = toCells(table, record);
      return table.columns.map(({ name }) => cells[name] ?? '');
    }),
  });
}

/** Reads a CSV or JSON file of records: all of them, or every problem by row and column and nothing. */
export function readFile<T extends { readonly id: string }>(
  table: Table<T>,
  name: string,
  text: string,
): ReturnType<typeof fromCells<T>> {
  return name.toLowerCase().endsWith('.json') ? readJson(table, text) : readCsv(table, text);
}

function readCsv<T extends { readonly id: string }>(table: Table<T>, text: string) {
  const { data, errors, meta } = Papa.parse<Cells>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (heading) => heading.trim(),
  });
  const known = table.columns.map(({ name }) => name);
  const heading = [
    ...(meta.fields ?? [])
      .filter((name) => !known.includes(name))
      .map((column) => ({ row: 0, column, problem: 'is not a column of this table' })),
    ...known
      .filter((name) => !(meta.fields ?? []).includes(name))
      .map((column) => ({ row: 0, column, problem: 'is missing' })),
  ];
  if (heading.length > 0) return refused(heading);
  if (errors.length > 0) {
    return refused(errors.map((e) => ({ row: (e.row ?? 0) + 1, column: '', problem: e.message })));
  }
  if (data.length === 0) return refused([{ row: 0, column: '', problem: 'holds no rows' }]);
  return fromCells(table, data);
}

function readJson<T extends { readonly id: string }>(table: Table<T>, text: string) {
  let list: unknown;
  try {
    list = JSON.parse(text);
  } catch (error) {
    return refused([{ row: 0, column: '', problem: (error as Error).message }]);
  }
  if (!Array.isArray(list) || list.length === 0) {
    return refused([{ row: 0, column: '', problem: 'must hold a list of records' }]);
  }
  // Through cells and back: one place says what a record is, whatever file it came in.
  return fromCells(
    table,
    list.map((record) => toCells(table, record as T)),
  );
}

const refused = (problems: readonly CellProblem[]) => ({ ok: false, problems }) as const;
