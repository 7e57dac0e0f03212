import {
  placeOf,
  readClients,
  readSessions,
  type ClientColumn,
  type SessionColumn,
  type SheetDays,
  type SheetProblem,
  type SheetRead,
} from '@tidy-quill/contract/import-file';
import { NewImport, type ImportChecked } from '@tidy-quill/contract/imports';
import { read, type OutputOf } from '@tidy-quill/contract/problem';
import { useMemo, useState } from 'react';
import { v7 } from 'uuid';
import type { OpenSheet } from './use-sheet';

/** What is ready to be sent of the files, and what cannot be taken of them. */
export interface Prepared {
  /** Null while something is wrong. */
  readonly asked: OutputOf<typeof NewImport> | null;
  readonly problems: readonly SheetProblem[];
}

const NOTHING: SheetRead = { rows: [], problems: [] };

/** Reads the files that are open by the columns that were chosen; rows that may be here already are left out where asked. */
export function usePrepared(
  clients: OpenSheet<ClientColumn> | null,
  sessions: OpenSheet<SessionColumn> | null,
  days: SheetDays,
  leftOut: ImportChecked['alike'],
): Prepared {
  const [ids] = useState(() => new Map<string, string>());
  return useMemo(() => {
    if (clients === null && sessions === null) return { asked: null, problems: [] };
    // A row keeps its id however often it is read: what was sent twice is taken once.
    const idOf = (key: string) => {
      const id = ids.get(key) ?? v7();
      ids.set(key, id);
      return id;
    };
    const people = clients === null ? NOTHING : readClients(clients.sheet, clients.mapping, days);
    const past = sessions === null ? NOTHING : readSessions(sessions.sheet, sessions.mapping, days);
    const here = new Map(leftOut.map((each) => [each.row, each.with.reference] as const));
    const aliases = new Map(
      people.rows.flatMap(({ row, values }) => {
        const reference = here.get(row);
        return reference === undefined ? [] : [[values['key'] as string, reference] as const];
      }),
    );
    const names = [clients?.name, sessions?.name].filter((name) => name !== undefined);
    const given = {
      id: idOf(`import ${names.join(' ')} ${people.rows.length} ${past.rows.length}`),
      fileName: names.join(' and ').slice(0, 200),
      clients: people.rows
        .filter(({ row }) => !here.has(row))
        .map(({ row, values }) => ({ row, id: idOf(`client ${row}`), ...values })),
      sessions: past.rows.map(({ row, values }) => ({
        ...{ row, id: idOf(`session ${row}`), ...values },
        client: aliases.get(values['client'] as string) ?? values['client'],
      })),
    };
    const unread = [...people.problems, ...past.problems];
    const checked = read(NewImport, given);
    const wrong = checked.ok ? [] : placed(checked.fields, clients, sessions, here);
    // What could not be read is named once, in the words of whoever read it.
    const known = new Set(unread.map(({ row, column }) => `${row} ${column}`));
    const problems = [
      ...unread,
      ...wrong.filter(({ row, column }) => !known.has(`${row} ${column}`)),
    ];
    return { asked: checked.ok && problems.length === 0 ? checked.value : null, problems };
  }, [clients, sessions, days, leftOut, ids]);
}

/** Fields that a schema, or the server, could not take, as rows and columns of the files. */
export function placed(
  fields: readonly { readonly field: string; readonly problem: string }[],
  clients: OpenSheet<ClientColumn> | null,
  sessions: OpenSheet<SessionColumn> | null,
  leftOut: ReadonlyMap<number, string>,
): readonly SheetProblem[] {
  return fields.map(({ field, problem }) => {
    const kept =
      clients === null
        ? null
        : { ...clients.sheet, rows: clients.sheet.rows.filter(({ row }) => !leftOut.has(row)) };
    const at =
      (clients === null || kept === null
        ? null
        : placeOf(field, 'clients', kept, clients.mapping, problem)) ??
      (sessions === null
        ? null
        : placeOf(field, 'sessions', sessions.sheet, sessions.mapping, problem));
    return at ?? { row: 0, column: field, says: '', problem };
  });
}
