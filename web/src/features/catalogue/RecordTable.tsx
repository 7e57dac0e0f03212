import {
  fromCells,
  toCells,
  type CellProblem,
  type Cells,
  type Table,
} from '@tidy-quill/contract/catalogue-table';
import { DownloadOutlined, PlusOutlined, UploadOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { Link } from 'react-router';
import { useRef, useState, type ChangeEvent } from 'react';
import { defined } from '@tidy-quill/core/units';
import { cellText, headText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { offerFile } from '../../app/offer-file';
import { fetchedAtRest } from '../../widgets/at-rest';
import { lazily } from '../../widgets/lazily';

const files = fetchedAtRest(() => import('./table-files'));
const AddFromTemplate = lazily(async () => (await import('./AddFromTemplate')).AddFromTemplate);
const CellForm = lazily(async () => (await import('./CellForm')).CellForm);

/** Records as a table that may be edited row by row, or taken whole from a file. */
export function RecordTable<T extends { readonly id: string }>({
  name,
  table,
  shown,
  records,
  editable,
  link,
  templates = [],
  faultsOf,
  onChange,
}: {
  /** What the files are called. */
  name: string;
  table: Table<T>;
  /** Columns shown in the list; all of them are in the form and the files. */
  shown: readonly string[];
  records: readonly T[];
  editable: boolean;
  /** Where a record has a page of its own. */
  link?: (id: string) => string;
  /** What a new record may begin from. */
  templates?: readonly { readonly label: string; readonly cells: Cells }[];
  /** What does not fit within a record that the table takes, by column. */
  faultsOf?: (record: T) => readonly Omit<CellProblem, 'row'>[];
  onChange: (records: readonly T[]) => void;
}) {
  const [editing, setEditing] = useState<number | Cells | null>(null);
  const [problems, setProblems] = useState<readonly CellProblem[]>([]);
  const file = useRef<HTMLInputElement>(null);
  const rows = records.map((record) => toCells(table, record));

  const onFile = async ({ target }: ChangeEvent<HTMLInputElement>) => {
    const [chosen] = target.files ?? [];
    if (chosen === undefined) return;
    const { readFile } = await files();
    const result = readFile(table, chosen.name, await chosen.text());
    target.value = '';
    setProblems(result.ok ? [] : result.problems);
    if (result.ok) onChange(result.value);
  };
  const offer = async () => {
    const { toCsv } = await files();
    offerFile(`${name}.csv`, 'text/csv', toCsv(table, records));
  };
  const onSaved = (cells: Cells): readonly CellProblem[] => {
    const at = typeof editing === 'number' ? editing : rows.length;
    const next = at === rows.length ? [...rows, cells] : rows.with(at, cells);
    const result = fromCells(table, next);
    if (!result.ok) return result.problems;
    const faults = faultsOf?.(defined(result.value[at])) ?? [];
    if (faults.length > 0) return faults.map((each) => ({ row: at + 1, ...each }));
    onChange(result.value);
    setEditing(null);
    return [];
  };
  return (
    <section>
      <div className="page-actions">
        <Button icon={<DownloadOutlined />} onClick={() => void offer()}>
          CSV
        </Button>
        <Button
          icon={<DownloadOutlined />}
          onClick={() =>
            offerFile(`${name}.json`, 'application/json', JSON.stringify(records, null, 2))
          }
        >
          JSON
        </Button>
        {editable ? (
          <>
            <Button icon={<UploadOutlined />} onClick={() => file.current?.click()}>
              Take from a file
            </Button>
            <input
              ref={file}
              type="file"
              accept=".csv,.json"
              className="visually-hidden"
              aria-label={`File of ${name}`}
              tabIndex={-1}
              onChange={(event) => void onFile(event)}
            />
            {templates.length === 0 ? (
              <Button icon={<PlusOutlined />} onClick={() => setEditing({})}>
                Add row
              </Button>
            ) : (
              <AddFromTemplate templates={templates} onAdd={setEditing} />
            )}
          </>
        ) : null}
      </div>
      {problems.length === 0 ? null : (
        <Notice kind="stop" title="The file was not taken: nothing has changed">
          <ul>
            {problems.slice(0, 20).map(({ row, column, problem }) => (
              <li key={`${row} ${column} ${problem}`}>
                {row === 0 ? 'Heading' : `Row ${row}`}
                {column === '' ? '' : `, ${column}`}: {problem}
              </li>
            ))}
          </ul>
        </Notice>
      )}
      <div className="wide-table">
        <table className="data-table is-still">
          <thead>
            <tr>
              {shown.map((column) => (
                <th key={column} scope="col">
                  {headText(column)}
                </th>
              ))}
              {editable ? (
                <th scope="col">
                  <span className="visually-hidden">Edit</span>
                </th>
              ) : null}
            </tr>
          </thead>
          <tbody>
            {rows.map((cells, index) => (
              <tr key={cells['id']}>
                {shown.map((column, at) =>
                  at === 0 ? (
                    <th key={column} scope="row">
                      {link === undefined ? (
                        cellText(column, cells[column] ?? '')
                      ) : (
                        <Link to={link(cells['id'] ?? '')}>{cells[column]}</Link>
                      )}
                    </th>
                  ) : (
                    <td key={column} className="figures">
                      {cellText(column, cells[column] ?? '')}
                    </td>
                  ),
                )}
                {editable ? (
                  <td>
                    <Button size="small" onClick={() => setEditing(index)}>
                      Edit<span className="visually-hidden"> {cells['id']}</span>
                    </Button>
                  </td>
                ) : null}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {editing === null ? null : (
        <CellForm
          table={table}
          cells={typeof editing === 'number' ? defined(rows[editing]) : editing}
          row={typeof editing === 'number' ? editing + 1 : rows.length + 1}
          onSave={onSaved}
          onRemove={
            typeof editing !== 'number'
              ? null
              : () => {
                  onChange(records.filter((_, index) => index !== editing));
                  setEditing(null);
                }
          }
          onClose={() => setEditing(null)}
        />
      )}
    </section>
  );
}
