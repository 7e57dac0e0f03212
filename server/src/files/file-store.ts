import { createHash } from 'node:crypto';
import type { Queryable } from '../db/connect';
import { HttpProblem } from '../http/problem';

/** Whole bytes of a file, first and last one included. */
export interface ByteRange {
  readonly start: number;
  readonly end: number;
}

/**
 * Where photographs and signed papers lie. A file is called by the SHA-256 of its bytes, within its clinic: it never
 * changes, and the same bytes are kept once.
 */
export interface FileStore {
  /** Keeps bytes and gives their hash, hex. In the transaction, where the store lies in the database. */
  readonly put: (db: Queryable, clinicId: string, bytes: Buffer) => Promise<string>;
  /** How many bytes a file has; null where there is none of that hash. */
  readonly size: (db: Queryable, clinicId: string, sha256: string) => Promise<number | null>;
  /** Takes files away that nothing refers to any more; those that are not there are none. */
  readonly remove: (clinicId: string, sha256s: readonly string[]) => Promise<void>;
  /** A range of it, in pieces. */
  readonly read: (
    db: Queryable,
    clinicId: string,
    sha256: string,
    range: ByteRange,
  ) => AsyncIterable<Buffer>;
}

/** How large a piece is that is read at once, bytes. */
export const PIECE_BYTES = 256 * 1024;

export const hashOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

/**
 * The pieces of a whole file, the last one only once all of them were found to be what was kept.
 * @throws Error where they are not.
 */
export async function* checked(
  pieces: AsyncIterable<Buffer>,
  sha256: string,
): AsyncGenerator<Buffer, void> {
  const hash = createHash('sha256');
  let held: Buffer | null = null;
  for await (const piece of pieces) {
    if (held !== null) yield held;
    hash.update(piece);
    held = piece;
  }
  if (hash.digest('hex') !== sha256) throw new Error(`File ${sha256} is damaged`);
  if (held !== null) yield held;
}

/** A whole file in memory; 404 where there is none. For what is short, or goes into another paper. */
export async function wholeFile(
  store: FileStore,
  db: Queryable,
  clinicId: string,
  sha256: string,
): Promise<Buffer> {
  const size = await store.size(db, clinicId, sha256);
  if (size === null) throw missing();
  const pieces: Buffer[] = [];
  const all = store.read(db, clinicId, sha256, { start: 0, end: size - 1 });
  for await (const piece of checked(all, sha256)) pieces.push(piece);
  return Buffer.concat(pieces);
}

export const missing = () => new HttpProblem('not-found', 'There is no such file');
