import type { Request, Response } from 'express';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Queryable } from '../db/connect';
import { checked, missing, type ByteRange, type FileStore } from './file-store';

/**
 * Streams a file, or the one range of it that is asked for; 304 to who has it, 404 where there is none, 416 for a range
 * beyond its end. A damaged file breaks off before its end.
 */
export async function sendFile(
  request: Request,
  response: Response,
  from: {
    readonly store: FileStore;
    readonly db: Queryable;
    readonly clinicId: string;
    readonly sha256: string;
    readonly type: string;
  },
): Promise<void> {
  const { store, db, clinicId, sha256, type } = from;
  const size = await store.size(db, clinicId, sha256);
  if (size === null) throw missing();
  response.set({ 'accept-ranges': 'bytes', etag: `"${sha256}"` }).type(type);
  if (request.fresh) {
    response.status(304).end();
    return;
  }
  const range = asked(request, size);
  if (range === 'beyond') {
    response.status(416).set('content-range', `bytes */${size}`).end();
    return;
  }
  const { start, end } = range ?? { start: 0, end: size - 1 };
  response.set('content-length', String(end - start + 1));
  if (range !== null) response.status(206).set('content-range', `bytes ${start}-${end}/${size}`);
  if (request.method === 'HEAD') {
    response.end();
    return;
  }
  const pieces = store.read(db, clinicId, sha256, { start, end });
  const isWhole = start === 0 && end === size - 1;
  try {
    await pipeline(Readable.from(isWhole ? checked(pieces, sha256) : pieces), response);
  } catch (error) {
    // Who asked may have gone; and once bytes are under way no other answer can be given.
    if (response.headersSent) response.destroy();
    else throw error;
  }
}

/** The range that a request asks for; null where it wants all, or several at once, which may be answered by all. */
function asked(request: Request, size: number): ByteRange | 'beyond' | null {
  const wanted = request.headers['if-range'];
  if (wanted !== undefined && wanted !== request.res?.get('etag')) return null;
  const ranges = request.range(size);
  if (ranges === undefined || ranges === -2) return null;
  if (ranges === -1) return 'beyond';
  const [only, ...more] = ranges;
  return only === undefined || more.length > 0 || ranges.type !== 'bytes' ? null : only;
}
