import type { Day } from '@tidy-quill/contract/today';
import type { Photo } from '@tidy-quill/contract/photos';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application, type Person } from '../../testing/application';
import { consentFor } from '../../testing/consent';
import { smallPictureOf } from './decode-apart';
import { inTurn } from './picture-queue';
import { withoutMetadata } from './without-metadata';

let app: Application;
let person: Person;
let visit: VisitOpened;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  const { visits } = (await person.get('/api/today')).body as Day;
  const { id } = defined(visits.find(({ client }) => client.name.includes('Okapi-Lune')));
  visit = (await person.get(`/api/visits/${id}`)).body as VisitOpened;
});
afterAll(() => app.close());

const plain = () =>
  sharp({ create: { width: 800, height: 600, channels: 3, background: '#c99a7b' } });
const PLACE = {
  IFD0: { Artist: 'somebody', Copyright: 'somebody' },
  IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1', GPSLongitudeRef: 'W' },
};
/** A picture as a tablet takes it: with where, by whom, and lying on its side. */
const taken = (type: 'jpeg' | 'png', progressive = false) =>
  plain().withExif(PLACE).withMetadata({ orientation: 6 })[type]({ progressive }).toBuffer();

const send = (id: string, bytes: Buffer, type = 'image/jpeg', areaId = visit.area.id) =>
  person.send(
    `/api/visits/${visit.visit.id}/photos?id=${id}&areaId=${areaId}&takenAt=2026-11-25T09:00:00.000Z`,
    bytes,
    type,
  );

describe('a picture without what was written beside it', () => {
  it.each([
    ['jpeg', false],
    ['jpeg', true],
    ['png', false],
  ] as const)(
    'is the same picture (%s, progressive %s), and says nothing of where',
    async (type, p) => {
      const before = await taken(type, p);
      expect(defined((await sharp(before).metadata()).exif).toString('latin1')).toContain(
        'somebody',
      );
      const after = withoutMetadata(`image/${type}`, before);
      expect(after.toString('latin1')).not.toContain('somebody');
      const pixels = (bytes: Buffer) => sharp(bytes).raw().toBuffer();
      expect(Buffer.compare(await pixels(after), await pixels(before))).toBe(0);
      // Nothing but the way up is left of it.
      if (type === 'jpeg') expect(await sharp(after).metadata()).toMatchObject({ orientation: 6 });
      expect((await sharp(after).metadata()).exif?.length ?? 0).toBeLessThan(40);
    },
  );

  it('keeps no byte that was hidden where a picture may hold anything', async () => {
    const jpeg = await taken('jpeg');
    const hidden = Buffer.from('hidden words');
    const segment = (marker: number, content: Buffer) => {
      const head = Buffer.from([0xff, marker, 0, 0]);
      head.writeUInt16BE(content.length + 2, 2);
      return Buffer.concat([head, content]);
    };
    // After the first two bytes: a JFIF segment with a small picture, an Adobe segment with more, a colour profile.
    const jfif = Buffer.concat([
      Buffer.from('JFIF\0\x01\x02\0\0\x48\0\x48\x01\x01', 'latin1'),
      hidden,
    ]);
    const adobe = Buffer.concat([Buffer.from('Adobe\0\x64\0\0\0\0\x01', 'latin1'), hidden]);
    const profile = Buffer.concat([Buffer.from('ICC_PROFILE\0\x01\x01', 'latin1'), hidden]);
    const stuffed = Buffer.concat([
      jpeg.subarray(0, 2),
      ...[segment(0xe0, jfif), segment(0xee, adobe), segment(0xe2, profile)],
      jpeg.subarray(2),
    ]);
    const clean = withoutMetadata('image/jpeg', stuffed);
    expect(clean.toString('latin1')).not.toContain('hidden words');
    expect((await sharp(clean).metadata()).format).toBe('jpeg');
  });

  it('loses what was put behind its end', async () => {
    const before = Buffer.concat([await taken('jpeg'), Buffer.from('where it was taken')]);
    expect(withoutMetadata('image/jpeg', before).toString('latin1')).not.toContain('where it was');
  });
});

describe('photographs', () => {
  it('are not kept without consent to photographs for the record', async () => {
    const { status, body } = await send(v7(), await taken('jpeg'));
    expect(status).toBe(422);
    expect(body).toMatchObject({ title: 'No consent to photographs here' });
    const signed = await consentFor(person, visit, { kind: 'photographs', uses: ['record'] });
    const kept = await person.post(`/api/clients/${visit.client.id}/consents`, signed);
    expect(kept.status).toBe(201);
  });

  it('are kept once, whole and small, without where they were taken', async () => {
    const id = v7();
    const bytes = await taken('jpeg');
    const first = await send(id, bytes);
    expect(first.status).toBe(201);
    expect((await send(id, bytes)).body).toEqual(first.body);
    // On its side: 600 wide and 800 high as it is looked at.
    expect(first.body).toMatchObject({ type: 'image/jpeg', width: 600, height: 800 });
    const whole = await person.bytes(`/api/photos/${id}`);
    expect(whole.toString('latin1')).not.toContain('somebody');
    const digest = createHash('sha256').update(whole).digest('hex');
    expect((first.body as Photo).sha256).toBe(digest);
    const small = await sharp(await person.bytes(`/api/photos/${id}/thumbnail`)).metadata();
    expect([small.format, small.width, small.height]).toEqual(['jpeg', 240, 320]);
  });

  it('are refused when they are none, of another type, damaged, too large or of no zone', async () => {
    const fields = (body: unknown) =>
      defined((body as { fields: { problem: string }[] }).fields[0]).problem;
    const text = await send(v7(), Buffer.from('not a picture'));
    expect([text.status, fields(text.body)]).toEqual([400, 'must be a JPEG or PNG']);
    const webp = await plain().webp().toBuffer();
    expect(fields((await send(v7(), webp)).body)).toBe('must be a JPEG or PNG');
    expect(fields((await send(v7(), webp, 'image/webp')).body)).toBe('is empty');
    const whole = await taken('jpeg');
    const half = await send(v7(), whole.subarray(0, whole.length / 2));
    expect([half.status, fields(half.body)]).toEqual([400, 'is damaged']);
    const large = await send(v7(), Buffer.alloc(15 * 1024 * 1024 + 1));
    expect([large.status, large.body]).toMatchObject([
      400,
      { title: 'This is larger than can be taken' },
    ]);
    const elsewhere = await send(v7(), whole, 'image/jpeg', v7());
    expect(fields(elsewhere.body)).toBe('is not a zone of this visit');
  });

  it('are never decoded when they would take too much, and wait their turn', async () => {
    const bomb = await sharp({
      create: { width: 8000, height: 8000, channels: 3, background: '#c99a7b' },
      limitInputPixels: false,
    })
      .png({ compressionLevel: 9 })
      .toBuffer();
    expect(bomb.length).toBeLessThan(1024 * 1024);
    const { status, body } = await send(v7(), bomb, 'image/png');
    expect([status, body]).toMatchObject([
      400,
      { fields: [{ problem: 'must have 50 million pixels at most' }] },
    ]);
    let release = () => {};
    const busy = new Promise<void>((resolve) => (release = resolve));
    const all = Array.from({ length: 9 }, () => inTurn(() => busy));
    const late = await send(v7(), await taken('jpeg'));
    expect([late.status, late.body]).toMatchObject([503, { type: 'tag:tidy-quill,2026:busy' }]);
    release();
    await Promise.all(all);
    expect((await send(v7(), await taken('jpeg'))).status).toBe(201);
  });

  it('are decoded in a process whose memory ends at a limit', async () => {
    // 49 million pixels, interlaced: all of them are held at once, in 196 MB and what the decoder needs itself.
    const large = await sharp({
      create: { width: 7000, height: 7000, channels: 4, background: '#c99a7b' },
    })
      .png({ progressive: true })
      .toBuffer();
    const small = await sharp(await smallPictureOf(large)).metadata();
    expect([small.format, small.width, small.height]).toEqual(['jpeg', 320, 320]);
    await expect(smallPictureOf(large, { memoryKb: 250 * 1024 })).rejects.toMatchObject({
      more: { fields: [{ problem: 'needs more memory or time than a picture is given' }] },
    });
    // The server goes on as if nothing had been.
    expect((await send(v7(), await taken('jpeg'))).status).toBe(201);
  });

  it('are shown to nobody outside, and never change', async () => {
    const id = v7();
    await send(id, await taken('png'), 'image/png');
    expect((await app.person().get(`/api/photos/${id}`)).status).toBe(401);
    expect((await person.get(`/api/photos/${v7()}`)).status).toBe(404);
    await expect(app.connection.pool.query("update photos set sha256 = 'x'")).rejects.toThrow(
      /append-only/,
    );
  });
});

describe('the card for pictures', () => {
  it.each([
    // 85.6 × 53.98 mm and 148 × 105 mm, in points of 1/72 of an inch.
    ['pocket', '242.6', '153.0'],
    ['a6', '419.5', '297.6'],
  ])('is a page of its own size: %s', async (kind, width, height) => {
    const bytes = await person.bytes(`/api/picture-card.pdf?kind=${kind}`);
    const [, wide, high] =
      /MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(bytes.toString('latin1')) ?? [];
    expect([wide?.slice(0, 5), high?.slice(0, 5)]).toEqual([width, height]);
  });

  it('is known in two sizes only', async () => {
    expect((await person.get('/api/picture-card.pdf?kind=poster')).status).toBe(400);
  });
});
