import { ClientRecordFile } from '@tidy-quill/contract/client-record';
import { read as readAs } from '@tidy-quill/contract/problem';
import { Button } from 'antd';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { problemText } from '../../app/api';
import { countText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useTakeRecordMutation } from './import-api';

interface Read {
  readonly fileName: string;
  /** Null where the file cannot be read. */
  readonly record: ClientRecordFile | null;
  readonly problem: string;
}

async function readRecord(file: File): Promise<Read> {
  const fileName = file.name;
  let json: unknown;
  try {
    json = JSON.parse(await file.text());
  } catch {
    return { fileName, record: null, problem: 'it is no JSON' };
  }
  const result = readAs(ClientRecordFile, json);
  if (result.ok) return { fileName, record: result.value, problem: '' };
  const [first] = result.fields;
  return { fileName, record: null, problem: `${first?.field ?? 'it'} ${first?.problem ?? ''}` };
}

/** A client’s whole record that this program gave out, read back as it was. */
export function TakeRecord() {
  const input = useRef<HTMLInputElement>(null);
  const [read, setRead] = useState<Read | null>(null);
  const [take, { data, error, isLoading, reset }] = useTakeRecordMutation();
  const choose = async (file: File) => {
    reset();
    setRead(await readRecord(file));
  };
  return (
    <section className="import-part" aria-label="A whole record">
      <h2>A client’s whole record</h2>
      <p className="quiet">
        A file “Whole record (JSON)” that this program gave out, here or in another clinic: visits,
        pictures and signed papers come with it, as they were.
      </p>
      <p>
        <Button onClick={() => input.current?.click()}>Choose a record</Button>
        <input
          ref={input}
          hidden
          type="file"
          accept=".json,application/json"
          aria-label="File of a whole record"
          onChange={({ target }) => {
            const [file] = target.files ?? [];
            if (file !== undefined) void choose(file);
            target.value = '';
          }}
        />
      </p>
      {read === null ? null : read.record === null ? (
        <Notice kind="care" title={`${read.fileName} cannot be read: ${read.problem}`} />
      ) : data === undefined ? (
        <p>
          {nameOf(read.record)}, {read.record.client.reference}:{' '}
          {countText(read.record.visits.length, 'visit')},{' '}
          {countText(read.record.rows['photos']?.length ?? 0, 'picture')},{' '}
          {countText(read.record.rows['consents']?.length ?? 0, 'signed paper')}.{' '}
          <Button
            type="primary"
            loading={isLoading}
            onClick={() => {
              if (read.record !== null) void take(read.record);
            }}
          >
            Take this record
          </Button>
        </p>
      ) : (
        <Notice kind="info" title={`${nameOf(read.record)} was taken as ${data.reference}`}>
          <p>
            <Link to={`/clients/${data.clientId}`}>Open the client</Link>
          </p>
        </Notice>
      )}
      {error === undefined ? null : (
        <Notice kind="care" title="This record is not taken">
          <p role="alert">{problemText(error)}</p>
        </Notice>
      )}
    </section>
  );
}

const nameOf = ({ client }: ClientRecordFile): string =>
  [client['givenName'], client['familyName']].map(String).join(' ');
