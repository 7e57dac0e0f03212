import { inflateSync } from 'node:zlib';

const [HEAD, ENTRY] = [44, 20];
const [SFNT_HEAD, SFNT_ENTRY] = [12, 16];
const padded = (bytes: number) => Math.ceil(bytes / 4) * 4;

/**
 * A font file with its tables unpacked: a reader of WOFF unpacks a table again each time that it looks into it.
 *
 * @param woff A file of WOFF 1.0 (W3C 2012, sections 4 and 5)
 * @returns The TrueType or OpenType font within it
 * @throws Error where it is no such file
 */
export function sfntOf(woff: Buffer): Buffer {
  if (woff.length < HEAD || woff.toString('latin1', 0, 4) !== 'wOFF')
    throw new Error('no WOFF file');
  const count = woff.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_, index) => {
    const at = HEAD + ENTRY * index;
    const [offset, packed, length] = [4, 8, 12].map((field) => woff.readUInt32BE(at + field)) as [
      number,
      number,
      number,
    ];
    const kept = woff.subarray(offset, offset + packed);
    const content = packed < length ? inflateSync(kept) : kept;
    if (content.length !== length)
      throw new Error('a table of the WOFF file is not as long as it says');
    return { tag: woff.subarray(at, at + 4), checksum: woff.readUInt32BE(at + 16), content };
  });
  const start = SFNT_HEAD + SFNT_ENTRY * count;
  const sfnt = Buffer.alloc(
    tables.reduce((sum, { content }) => sum + padded(content.length), start),
  );
  woff.copy(sfnt, 0, 4, 8);
  const entrySelector = Math.floor(Math.log2(count));
  const searchRange = 16 * 2 ** entrySelector;
  sfnt.writeUInt16BE(count, 4);
  sfnt.writeUInt16BE(searchRange, 6);
  sfnt.writeUInt16BE(entrySelector, 8);
  sfnt.writeUInt16BE(16 * count - searchRange, 10);
  let offset = start;
  for (const [index, { tag, checksum, content }] of tables.entries()) {
    const at = SFNT_HEAD + SFNT_ENTRY * index;
    tag.copy(sfnt, at);
    sfnt.writeUInt32BE(checksum, at + 4);
    sfnt.writeUInt32BE(offset, at + 8);
    sfnt.writeUInt32BE(content.length, at + 12);
    content.copy(sfnt, offset);
    offset += padded(content.length);
  }
  return sfnt;
}
