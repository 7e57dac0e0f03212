import { defined } from '@tidy-quill/core/units';
import express from 'express';
import { once } from 'node:events';
import { mkdtempSync } from 'node:fs';
import { readdir, rm, writeFile } from 'node:fs/promises';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { answerProblems } from '../http/problem';
import { startApplication, type Application } from '../testing/application';
import { hashOf, wholeFile, type FileStore } from './file-store';
import { folderStore } from './folder-store';
import { rowStore } from './row-store';
import { sendFile } from './send-file';

let app: Application;
let clinicId: string;
const folder = mkdtempSync(join(tmpdir(), 'tidy-quill-files-'));
const inFolder = folderStore(folder, rowStore);
// More than one piece: 600,000 bytes that count.
const BYTES = Buffer.from(Array.from({ length: 600_000 }, (_, at) => (at * 7) % 251));
const SHA256 = hashOf(BYTES);

beforeAll(async () => {
  app = await startApplication();
  const { rows } = await app.connection.pool.query<{ id: string }>('select id from clinics');
  clinicId = defined(rows[0]).id;
});
afterAll(async () => {
  await app.close();
  await rm(folder, { recursive: true });
});

const STORES: readonly (readonly [string, FileStore])[] = [
  ['rows', rowStore],
  ['a folder', inFolder],
];

const pathIn = (sha256: string) => join(folder, clinicId, sha256.slice(0, 2), sha256);

describe.each(STORES)('files in %s', (_name, store) => {
  const db = () => app.connection.db;

  it('are called by their hash, and kept once', async () => {
    expect(await store.size(db(), clinicId, SHA256)).toBe(store === rowStore ? null : 600_000);
    expect(await store.put(db(), clinicId, BYTES)).toBe(SHA256);
    expect(await store.put(db(), clinicId, BYTES)).toBe(SHA256);
    expect(await store.size(db(), clinicId, SHA256)).toBe(600_000);
    expect(Buffer.compare(await wholeFile(store, db(), clinicId, SHA256), BYTES)).toBe(0);
  });

  it.each([
    [0, 0],
    [262_143, 262_145],
    [599_998, 599_999],
    [0, 599_999],
  ])('are read from byte %i to byte %i', async (start, end) => {
    const pieces: Buffer[] = [];
    for await (const piece of store.read(db(), clinicId, SHA256, { start, end })) {
      pieces.push(piece);
    }
    expect(Buffer.compare(Buffer.concat(pieces), BYTES.subarray(start, end + 1))).toBe(0);
  });

  it('are not found by another clinic, nor under another hash', async () => {
    const { rows } = await app.connection.pool.query<{ id: string }>('select gen_random_uuid() id');
    expect(await store.size(db(), defined(rows[0]).id, SHA256)).toBeNull();
    expect(await store.size(db(), clinicId, hashOf(Buffer.from('other')))).toBeNull();
    await expect(
      wholeFile(store, db(), clinicId, hashOf(Buffer.from('other'))),
    ).rejects.toMatchObject({ kind: 'not-found' });
  });
});

describe('a folder', () => {
  it('reads from the rows what was kept before it was in use, and writes what is new beside them', async () => {
    const old = Buffer.from('kept in a row');
    const sha256 = await rowStore.put(app.connection.db, clinicId, old);
    expect(await wholeFile(inFolder, app.connection.db, clinicId, sha256)).toEqual(old);
    const fresh = await inFolder.put(app.connection.db, clinicId, Buffer.from('kept in a folder'));
    expect(await rowStore.size(app.connection.db, clinicId, fresh)).toBeNull();
    expect(await readdir(join(folder, clinicId, fresh.slice(0, 2)))).toEqual([fresh]);
  });

  it('gives no damaged file as a whole one', async () => {
    const sha256 = await inFolder.put(app.connection.db, clinicId, Buffer.from('a true picture'));
    await writeFile(pathIn(sha256), 'a fake picture');
    await expect(wholeFile(inFolder, app.connection.db, clinicId, sha256)).rejects.toThrow(
      `File ${sha256} is damaged`,
    );
  });
});

describe('a file that is sent', () => {
  let server: Server;
  let url: string;
  beforeAll(async () => {
    const pages = express();
    pages.get('/:sha256', (request, response) =>
      sendFile(request, response, {
        store: inFolder,
        db: app.connection.db,
        clinicId,
        sha256: request.params.sha256,
        type: 'image/png',
      }),
    );
    pages.use(answerProblems);
    server = createServer(pages).listen(0, '127.0.0.1');
    await once(server, 'listening');
    url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    await inFolder.put(app.connection.db, clinicId, BYTES);
  });
  afterAll(() => new Promise((resolve) => server.close(resolve)));

  const ask = (headers: Record<string, string> = {}, method = 'GET') =>
    fetch(`${url}/${SHA256}`, { headers, method });

  it('comes whole, with its length and a tag by which nobody is sent it twice', async () => {
    const whole = await ask();
    expect(whole.status).toBe(200);
    expect(whole.headers.get('content-length')).toBe('600000');
    expect(whole.headers.get('accept-ranges')).toBe('bytes');
    expect(Buffer.compare(Buffer.from(await whole.arrayBuffer()), BYTES)).toBe(0);
    // A head of its own kind keeps fetch from asking past every cache.
    const again = { 'if-none-match': `"${SHA256}"`, 'cache-control': 'max-age=0' };
    expect((await ask(again)).status).toBe(304);
    expect((await ask({}, 'HEAD')).headers.get('content-length')).toBe('600000');
  });

  it.each([
    ['bytes=0-9', 'bytes 0-9/600000', BYTES.subarray(0, 10)],
    ['bytes=599990-', 'bytes 599990-599999/600000', BYTES.subarray(599_990)],
    ['bytes=-3', 'bytes 599997-599999/600000', BYTES.subarray(599_997)],
  ])('comes in part for %s', async (range, said, wanted) => {
    const part = await ask({ range });
    expect([part.status, part.headers.get('content-range')]).toEqual([206, said]);
    expect(Buffer.from(await part.arrayBuffer())).toEqual(wanted);
  });

  it('says how long it is where a range lies beyond it, and comes whole where the range makes no sense', async () => {
    const beyond = await ask({ range: 'bytes=600000-' });
    expect([beyond.status, beyond.headers.get('content-range')]).toEqual([416, 'bytes */600000']);
    for (const range of ['lines=1-2', 'bytes=0-1,5-6']) {
      const whole = await ask({ range });
      expect(whole.status).toBe(200);
      expect((await whole.arrayBuffer()).byteLength).toBe(600_000);
    }
    const changed = await ask({ range: 'bytes=0-9', 'if-range': '"another"' });
    expect(changed.status).toBe(200);
    await changed.arrayBuffer();
  });

  it('is not found under a hash that nothing has', async () => {
    const { status } = await fetch(`${url}/${hashOf(Buffer.from('nothing'))}`);
    expect(status).toBe(404);
  });

  it('breaks off before its end where it is damaged', async () => {
    const long = Buffer.from(BYTES).fill(1, 0, 9);
    const sha256 = await inFolder.put(app.connection.db, clinicId, long);
    await writeFile(pathIn(sha256), Buffer.from(long).fill(2, 0, 9));
    const broken = await fetch(`${url}/${sha256}`);
    await expect(broken.arrayBuffer()).rejects.toThrow();
  });
});
