import { NEEDED } from '@tidy-quill/contract/labels/imports';
import { Button, Select } from 'antd';
import { useId, useRef } from 'react';
import { countText } from '../../text';
import { Notice } from '../../widgets/Notice';
import type { OpenSheet, useSheet } from './use-sheet';

/** One file: chosen, its columns named, its first rows shown. */
export function SheetPart<C extends string>({
  title,
  about,
  words,
  of,
}: {
  title: string;
  about: string;
  words: Readonly<Record<C, string>>;
  of: ReturnType<typeof useSheet<C>>;
}) {
  const input = useRef<HTMLInputElement>(null);
  const { open } = of;
  return (
    <section className="import-part" aria-label={title}>
      <h2>{title}</h2>
      <p className="quiet">{about}</p>
      <p>
        <Button onClick={() => input.current?.click()}>
          {open === null ? `Choose a file of ${title.toLowerCase()}` : 'Choose another file'}
        </Button>{' '}
        {open === null ? null : (
          <>
            <strong>{open.name}</strong>, {countText(open.sheet.rows.length, 'row')}{' '}
            <Button size="small" onClick={of.close}>
              Leave it out
            </Button>
          </>
        )}
        <input
          ref={input}
          hidden
          type="file"
          accept=".csv,text/csv,text/plain"
          aria-label={`File of ${title.toLowerCase()}`}
          onChange={({ target }) => {
            const [file] = target.files ?? [];
            if (file !== undefined) void of.choose(file);
            target.value = '';
          }}
        />
      </p>
      {open === null ? null : <Columns words={words} open={open} map={of.map} />}
      {open === null || open.sheet.rows.length > 0 ? null : (
        <Notice kind="care" title="There is no row below the head of this file" />
      )}
    </section>
  );
}

function Columns<C extends string>({
  words,
  open: { sheet, mapping },
  map,
}: {
  words: Readonly<Record<C, string>>;
  open: OpenSheet<C>;
  map: (column: C, at: number | null) => void;
}) {
  const id = useId();
  const [first] = sheet.rows;
  const options = sheet.heads.map((head, at) => ({
    value: at,
    label: head === '' ? `column ${at + 1}` : head,
  }));
  return (
    <table className="data-table import-columns">
      <thead>
        <tr>
          <th scope="col">Field</th>
          <th scope="col">Column of the file</th>
          <th scope="col">In its first row</th>
        </tr>
      </thead>
      <tbody>
        {(Object.keys(words) as C[]).map((column) => {
          const at = mapping[column];
          const needed = (NEEDED as readonly string[]).includes(column);
          return (
            <tr key={column}>
              <th scope="row" id={`${id}-${column}`}>
                {words[column]}
              </th>
              <td>
                <Select<number>
                  aria-labelledby={`${id}-${column}`}
                  allowClear
                  status={needed && at === undefined ? 'error' : ''}
                  placeholder={needed ? 'needed: choose one' : 'left out'}
                  {...(at === undefined ? {} : { value: at })}
                  options={options}
                  onChange={(next: number | undefined) => map(column, next ?? null)}
                />
              </td>
              <td>{at === undefined ? '' : (first?.cells[at] ?? '')}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
