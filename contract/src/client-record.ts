import * as v from 'valibot';
import { Id, line } from './text';

/** A row of a table, by column. */
const Row = v.record(v.string(), v.unknown());

const SHA256 = v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'must be a SHA-256 in hex'));

/** A file’s bytes beside its hash. */
const FileKept = v.object({
  sha256: SHA256,
  bytes: v.pipe(v.string(), v.base64('must be base64')),
});

/** A client’s whole record as this program gives it out, to be read back: the parts that it is read from. */
export const ClientRecordFile = v.looseObject({
  format: v.literal('tidy-quill-client', 'is no client’s record of this program'),
  version: v.literal(1, 'was written by a newer version of this program'),
  client: v.looseObject({ id: Id, reference: line(40) }),
  staffNames: v.record(Id, line(200)),
  roomNames: v.record(Id, line(200)),
  visits: v.array(v.looseObject({ visit: v.looseObject({ id: Id }), events: v.array(Row) })),
  rows: v.record(v.string(), v.array(Row)),
  files: v.array(FileKept),
});
export type ClientRecordFile = v.InferOutput<typeof ClientRecordFile>;

/** What became of a record that was read back. */
export interface RecordTaken {
  readonly clientId: string;
  /** Another one than in the file where that was given already. */
  readonly reference: string;
}
