import { changesBetween } from '@tidy-quill/core/look';
import type { Handpiece, InkRow, Protocol, ProtocolRow } from '@tidy-quill/core/plan';
import type { Translation } from '@tidy-quill/core/client-texts';
import type { Rule, Substance, SuitabilityRules } from '@tidy-quill/core/suitability';
import type { CatalogueContent, CatalogueKind } from './catalogue';
import {
  HANDPIECE_TABLE,
  INK_TABLE,
  PROTOCOL_TABLE,
  RULE_TABLE,
  SUBSTANCE_TABLE,
  toCells,
  type Table,
} from './catalogue-table';

/** One thing that differs between two versions of a document. */
export interface VersionChange {
  /** The row or block, by its id; empty for what the document has but once. */
  readonly row: string;
  /** The column, or the path of a figure; empty where a whole row came or went. */
  readonly column: string;
  /** Null where it was not there. */
  readonly before: string | null;
  /** Null where it is gone. */
  readonly now: string | null;
}

/** What differs between two versions, cell by cell: rows that came or went, then what changed in each. */
export function versionChanges(
  kind: CatalogueKind,
  before: CatalogueContent,
  now: CatalogueContent,
): readonly VersionChange[] {
  switch (kind) {
    case 'devices':
      return rowChanges(
        HANDPIECE_TABLE,
        before as readonly Handpiece[],
        now as readonly Handpiece[],
      );
    case 'protocol':
      return protocolChanges(before as Protocol, now as Protocol);
    case 'suitability':
      return suitabilityChanges(before as SuitabilityRules, now as SuitabilityRules);
    case 'consents':
    case 'aftercare':
    case 'safety':
      return figureChanges(byId(before), byId(now));
    case 'translation':
      return figureChanges(translated(before as Translation), translated(now as Translation));
  }
}

function protocolChanges(before: Protocol, now: Protocol): readonly VersionChange[] {
  const rest = ({ rows: _rows, ink, ...others }: Protocol) => ({
    ...others,
    ...(ink === undefined ? {} : { ink: { ...ink, rows: undefined } }),
  });
  return [
    ...rowChanges<ProtocolRow>(PROTOCOL_TABLE, before.rows, now.rows),
    ...rowChanges<InkRow>(INK_TABLE, before.ink?.rows ?? [], now.ink?.rows ?? []),
    ...figureChanges(rest(before), rest(now)),
  ];
}

const suitabilityChanges = (before: SuitabilityRules, now: SuitabilityRules) => [
  ...rowChanges<Rule>(RULE_TABLE, before.rules, now.rules),
  ...rowChanges<Substance>(SUBSTANCE_TABLE, before.substances, now.substances),
  ...figureChanges({ ages: before.ages }, { ages: now.ages }),
];

function rowChanges<T extends { readonly id: string }>(
  table: Table<T>,
  before: readonly T[],
  now: readonly T[],
): readonly VersionChange[] {
  const [old, fresh] = [cellsById(table, before), cellsById(table, now)];
  const whole = (row: string, one: string | null, other: string | null): VersionChange => ({
    ...{ row, column: '', before: one, now: other },
  });
  return [
    ...[...fresh.keys()].filter((id) => !old.has(id)).map((id) => whole(id, null, id)),
    ...[...old.keys()].filter((id) => !fresh.has(id)).map((id) => whole(id, id, null)),
    ...[...fresh].flatMap(([row, cells]) => {
      const was = old.get(row);
      if (was === undefined) return [];
      return table.columns.flatMap(({ name }): VersionChange[] => {
        const [one, other] = [was[name] ?? '', cells[name] ?? ''];
        return one === other ? [] : [{ row, column: name, before: one, now: other }];
      });
    }),
  ];
}

const cellsById = <T extends { readonly id: string }>(table: Table<T>, records: readonly T[]) =>
  new Map(records.map((record) => [record.id, toCells(table, record)] as const));

const figureChanges = (before: unknown, now: unknown): readonly VersionChange[] =>
  changesBetween(before, now).map((change) => ({
    row: '',
    column: change.field,
    before: valueText(change.before),
    now: valueText(change.now),
  }));

const valueText = (value: unknown): string | null => {
  if (value === undefined || value === null) return null;
  return typeof value === 'object' ? JSON.stringify(value) : String(value);
};

/** Lists of blocks that have ids, as records by id, so that one that moved is no change. */
function byId(content: unknown): unknown {
  if (Array.isArray(content)) {
    const named = content.every(
      (each) => typeof each === 'object' && each !== null && 'id' in each,
    );
    return named
      ? Object.fromEntries(content.map((each: { id: string }) => [each.id, byId(each)]))
      : content;
  }
  if (typeof content !== 'object' || content === null) return content;
  return Object.fromEntries(Object.entries(content).map(([key, value]) => [key, byId(value)]));
}

/** One part of a document as it is read before the first version is approved: a row, a block, or a figure of the whole. */
export interface RowToRead {
  readonly key: string;
  /** By column, or by the path of a figure. */
  readonly cells: readonly { readonly column: string; readonly text: string }[];
}

/**
 * All rows of a document, in its order: what a supervisor reads one by one before the clinic’s first version of it holds, for
 * nobody here has read them yet.
 */
export function rowsOf(kind: CatalogueKind, content: CatalogueContent): readonly RowToRead[] {
  switch (kind) {
    case 'devices':
      return tableRows(HANDPIECE_TABLE, content as readonly Handpiece[]);
    case 'protocol': {
      const { rows, ink, ...rest } = content as Protocol;
      const { rows: inkRows = [], ...inkRest } = ink ?? {};
      return [
        ...tableRows<ProtocolRow>(PROTOCOL_TABLE, rows),
        ...tableRows<InkRow>(INK_TABLE, inkRows),
        ...figureRows(ink === undefined ? rest : { ...rest, ink: inkRest }),
      ];
    }
    case 'suitability': {
      const { rules, substances, ages } = content as SuitabilityRules;
      return [
        ...tableRows<Rule>(RULE_TABLE, rules),
        ...tableRows<Substance>(SUBSTANCE_TABLE, substances),
        ...figureRows({ ages }),
      ];
    }
    case 'consents':
    case 'aftercare':
    case 'safety':
      return figureRows(byId(content));
    case 'translation':
      return translationRows(content as Translation);
  }
}

/** Each text beside what it says in the language that it was written in. */
const translationRows = ({ texts }: Translation): readonly RowToRead[] =>
  Object.entries(texts).map(([key, { of, text }]) => ({
    key,
    cells: [
      { column: 'written', text: of },
      { column: 'translated', text },
    ],
  }));

const translated = ({ texts }: Translation) =>
  Object.fromEntries(Object.entries(texts).map(([key, { text }]) => [key, text]));

const tableRows = <T extends { readonly id: string }>(
  table: Table<T>,
  records: readonly T[],
): readonly RowToRead[] =>
  records.map((record) => ({
    key: record.id,
    cells: Object.entries(toCells(table, record))
      .filter(([column, text]) => column !== 'id' && text !== '')
      .map(([column, text]) => ({ column, text })),
  }));

/** Figures and texts that stand together, by the first part of their path. */
function figureRows(content: unknown): readonly RowToRead[] {
  const rows = new Map<string, { column: string; text: string }[]>();
  for (const { field, after } of leavesOf(content, [])) {
    const key = field.slice(0, 2).join('.');
    rows.set(key, [...(rows.get(key) ?? []), { column: field.join('.'), text: after }]);
  }
  return [...rows].map(([key, cells]) => ({ key, cells }));
}

function leavesOf(
  value: unknown,
  path: readonly string[],
): readonly { readonly field: readonly string[]; readonly after: string }[] {
  if (value === null || value === undefined || value === '') return [];
  if (Array.isArray(value) || typeof value !== 'object') {
    return [{ field: path, after: valueText(value) ?? '' }];
  }
  return Object.entries(value).flatMap(([key, each]) => leavesOf(each, [...path, key]));
}
