import type { ImportRests } from '@tidy-quill/contract/imports';
import { RESTS_WORDS } from '@tidy-quill/contract/labels/imports';
import { Button } from 'antd';
import { problemText } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { clockText, dayOf, shortDay } from '../../text';
import { useImportsQuery, useUndoImportMutation } from './import-api';

/** What was imported before, newest first, to be undone as a whole while nothing rests on it. */
export function ImportList() {
  const { timeZone } = useSignedIn().clinic;
  const { data = [] } = useImportsQuery();
  const [undo, { error, originalArgs, isLoading }] = useUndoImportMutation();
  if (data.length === 0) return null;
  return (
    <section aria-label="Imports">
      <h2>Imports</h2>
      <table className="data-table">
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">File</th>
            <th scope="col">By</th>
            <th scope="col">Clients</th>
            <th scope="col">Past sessions</th>
            <th scope="col">Undo</th>
          </tr>
        </thead>
        <tbody>
          {data.map(({ id, at, fileName, by, clients, sessions, undoneAt }) => (
            <tr key={id}>
              <td>
                {shortDay(dayOf(at, timeZone))}, {clockText(at, timeZone)}
              </td>
              <th scope="row">{fileName}</th>
              <td>{by}</td>
              <td className="figures">{clients}</td>
              <td className="figures">{sessions}</td>
              <td>
                {undoneAt === null ? (
                  <Button
                    size="small"
                    loading={isLoading && originalArgs === id}
                    onClick={() => void undo(id)}
                  >
                    Undo<span className="visually-hidden"> {fileName}</span>
                  </Button>
                ) : (
                  `undone ${shortDay(dayOf(undoneAt, timeZone))}`
                )}
                {error !== undefined && originalArgs === id ? (
                  <p className="field-error" role="alert">
                    {restsText(error)}
                  </p>
                ) : null}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function restsText(error: unknown): string {
  const { data } = error as { data?: { detail?: string } };
  const rests = RESTS_WORDS[data?.detail as ImportRests] as string | undefined;
  return rests === undefined ? problemText(error) : `It stays: ${rests}.`;
}
