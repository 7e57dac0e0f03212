import { Decrypter, Encrypter } from 'age-encryption';
import { createReadStream, createWriteStream } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import { ReadableStream } from 'node:stream/web';
import tar from 'tar-stream';

/** A file within an archive; held whole in memory, so that larger things come in pieces. */
export interface Member {
  readonly name: string;
  readonly bytes: Buffer;
}

// A tar ends with two empty blocks.
const END = Buffer.alloc(1024);

/**
 * Writes members into a tar that is encrypted with a passphrase in the age format, which other programs open too: nothing
 * of it lies open on the disk. It gets its name once all of it is there.
 *
 * @param workFactor base-2 logarithm of the work that trying a passphrase takes (scrypt)
 * @returns its size, bytes
 */
export async function writeArchive(
  path: string,
  members: AsyncIterable<Member>,
  { passphrase, workFactor = 18 }: { readonly passphrase: string; readonly workFactor?: number },
): Promise<number> {
  const encrypter = new Encrypter();
  encrypter.setPassphrase(passphrase);
  encrypter.setScryptWorkFactor(workFactor);
  const draft = `${path}.part`;
  try {
    const sealed = await encrypter.encrypt(asStream(tarred(members)));
    await pipeline(
      Readable.fromWeb(sealed as ReadableStream),
      createWriteStream(draft, { mode: 0o600 }),
    );
    const size = await safelyOnDisk(draft);
    await rename(draft, path);
    await safelyOnDisk(dirname(path));
    return size;
  } catch (error) {
    await rm(draft, { force: true });
    throw error;
  }
}

/** That a passphrase does not open an archive. */
class WrongPassphrase extends Error {}

/**
 * The members of an archive, in their order.
 * @throws WrongPassphrase
 * @throws Error where it is damaged or cut off
 */
export async function* readArchive(path: string, passphrase: string): AsyncGenerator<Member> {
  const decrypter = new Decrypter();
  decrypter.addPassphrase(passphrase);
  const opened = await decrypter
    .decrypt(Readable.toWeb(createReadStream(path)) as globalThis.ReadableStream<Uint8Array>)
    .catch((error: unknown) => {
      if (String(error).includes('no identity matched')) {
        throw new WrongPassphrase('This passphrase does not open the backup');
      }
      throw error;
    });
  const extract = tar.extract();
  const read = pipeline(Readable.fromWeb(opened as ReadableStream), extract);
  // What goes wrong in it goes wrong in reading its members.
  read.catch(() => {});
  for await (const entry of extract) {
    yield { name: entry.header.name, bytes: await buffer(entry) };
  }
  await read;
}

async function* tarred(members: AsyncIterable<Member>): AsyncGenerator<Uint8Array> {
  for await (const { name, bytes } of members) {
    const pack = tar.pack();
    pack.entry({ name, mode: 0o600, mtime: new Date(0) }, bytes);
    pack.finalize();
    const whole = await buffer(pack);
    yield new Uint8Array(whole.subarray(0, whole.length - END.length));
  }
  yield new Uint8Array(END);
}

const asStream = (pieces: AsyncIterable<Uint8Array>) =>
  ReadableStream.from(pieces) as globalThis.ReadableStream<Uint8Array>;

/** Waits until the disk has it; gives its size. */
async function safelyOnDisk(path: string): Promise<number> {
  const file = await open(path, 'r');
  try {
    await file.sync();
    return (await file.stat()).size;
  } finally {
    await file.close();
  }
}
