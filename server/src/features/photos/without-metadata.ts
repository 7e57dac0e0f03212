import { defined } from '@tidy-quill/core/units';
/**
 * A picture's bytes without what a camera wrote beside it: where it was taken, with what, by whom. The picture itself
 * is passed on untouched, byte for byte; nothing stays that could hold something else: no colour profile, no small picture, no
 * text. A JPEG keeps which way up it is.
 */
export function withoutMetadata(type: 'image/jpeg' | 'image/png', bytes: Buffer): Buffer {
  return type === 'image/jpeg' ? jpegWithout(bytes) : pngWithout(bytes);
}

const SOI = 0xd8;
const EOI = 0xd9;
const SOS = 0xda;
const APP0 = 0xe0;
const APP1 = 0xe1;
const APP14 = 0xee;
const APP15 = 0xef;
const COMMENT = 0xfe;

/** JPEG (ITU-T T.81, annex B): segments are marker, length, content; a scan runs to the next marker that is none of its own. */
function jpegWithout(bytes: Buffer): Buffer {
  const kept: Buffer[] = [Buffer.from([0xff, SOI])];
  let orientation = 1;
  let at = 2;
  while (at + 4 <= bytes.length) {
    const marker = defined(bytes[at + 1]);
    if (bytes[at] !== 0xff || marker === EOI) break;
    const end = at + 2 + bytes.readUInt16BE(at + 2);
    const segment = bytes.subarray(at, end);
    if (marker === APP1) orientation = exifOrientation(segment) ?? orientation;
    const upTo = marker === SOS ? endOfScan(bytes, end) : end;
    const own = keptOf(marker, bytes.subarray(at, upTo));
    if (own !== null) kept.push(own);
    at = upTo;
  }
  if (orientation !== 1) kept.splice(1, 0, orientationSegment(orientation));
  return Buffer.concat([...kept, Buffer.from([0xff, EOI])]);
}

// What of a JFIF and of an Adobe segment says how to read the colours; whatever follows is free.
const JFIF_BYTES = 14;
const ADOBE_BYTES = 12;

/** What is kept of a segment; null where nothing is. */
function keptOf(marker: number, segment: Buffer): Buffer | null {
  if (marker === COMMENT) return null;
  if (marker < APP0 || marker > APP15) return segment;
  const name = segment.toString('latin1', 4, 9);
  if (marker === APP0 && name === 'JFIF\0') {
    const cut = trimmed(segment, JFIF_BYTES);
    // It has no small picture any more.
    cut.fill(0, cut.length - 2);
    return cut;
  }
  return marker === APP14 && name === 'Adobe' ? trimmed(segment, ADOBE_BYTES) : null;
}

/** A segment with so many bytes of content. */
function trimmed(segment: Buffer, length: number): Buffer {
  const cut = Buffer.from(segment.subarray(0, 4 + length));
  cut.writeUInt16BE(length + 2, 2);
  return cut;
}

/** Where a scan ends: at the first marker that is neither a stuffed 0xFF nor a restart. */
function endOfScan(bytes: Buffer, from: number): number {
  for (let at = from; at + 1 < bytes.length; at++) {
    if (bytes[at] !== 0xff) continue;
    const next = defined(bytes[at + 1]);
    const restart = next >= 0xd0 && next <= 0xd7;
    if (next !== 0 && next !== 0xff && !restart) return at;
  }
  return bytes.length;
}

const ORIENTATION_TAG = 0x0112;

/** The orientation 1–8 of an Exif segment (Exif 2.3, tag 0x0112); null where it holds none. */
function exifOrientation(segment: Buffer): number | null {
  if (segment.toString('latin1', 4, 10) !== 'Exif\0\0') return null;
  const tiff = segment.subarray(10);
  const little = tiff.toString('latin1', 0, 2) === 'II';
  const u16 = (at: number) => (little ? tiff.readUInt16LE(at) : tiff.readUInt16BE(at));
  const u32 = (at: number) => (little ? tiff.readUInt32LE(at) : tiff.readUInt32BE(at));
  try {
    const first = u32(4);
    for (let i = 0; i < u16(first); i++) {
      const entry = first + 2 + 12 * i;
      const value = u16(entry) === ORIENTATION_TAG ? u16(entry + 8) : 0;
      if (value >= 1 && value <= 8) return value;
    }
  } catch {
    // A directory that points outside its segment says nothing.
  }
  return null;
}

/** An Exif segment that holds the orientation and nothing else. */
function orientationSegment(orientation: number): Buffer {
  const tiff = [
    ...[0x4d, 0x4d, 0x00, 0x2a, 0x00, 0x00, 0x00, 0x08, 0x00, 0x01],
    ...[0x01, 0x12, 0x00, 0x03, 0x00, 0x00, 0x00, 0x01, 0x00, orientation, 0x00, 0x00],
    ...[0x00, 0x00, 0x00, 0x00],
  ];
  const content = [...Buffer.from('Exif\0\0', 'latin1'), ...tiff];
  return Buffer.from([0xff, APP1, 0x00, content.length + 2, ...content]);
}

/** What a PNG may hold besides its picture that a reader needs; all else (text, time, Exif) is left out. */
const PNG_KEPT = [
  ...['IHDR', 'PLTE', 'IDAT', 'IEND', 'tRNS', 'gAMA', 'cHRM', 'sRGB', 'sBIT', 'pHYs'],
];

/** PNG (ISO/IEC 15948): a signature of 8 bytes, then chunks of length, type, content, checksum. */
function pngWithout(bytes: Buffer): Buffer {
  const kept: Buffer[] = [bytes.subarray(0, 8)];
  for (let at = 8; at + 12 <= bytes.length;) {
    const end = at + 12 + bytes.readUInt32BE(at);
    const type = bytes.toString('latin1', at + 4, at + 8);
    if (PNG_KEPT.includes(type)) kept.push(bytes.subarray(at, end));
    if (type === 'IEND') break;
    at = end;
  }
  return Buffer.concat(kept);
}
