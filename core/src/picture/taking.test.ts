import { describe, expect, it } from 'vitest';
import { sessionPicture, type PictureOf } from '.';

const picture = (visitId: string, day: number, more: Partial<PictureOf> = {}): PictureOf => ({
  ...{ visitId, areaId: 'shin', fromHome: false },
  takenAt: `2026-05-${String(day).padStart(2, '0')}T10:00:00.000Z`,
  ...more,
});

describe('the picture that one from home is held against', () => {
  const before = picture('first', 1);
  const session = picture('second', 8);
  const later = picture('second', 8, { takenAt: '2026-05-08T10:30:00.000Z' });
  const afterwards = picture('third', 20);
  const others = [
    picture('second', 9, { areaId: 'arm' }),
    picture('second', 9, { fromHome: true }),
  ];
  const home = picture('second', 10, { fromHome: true });
  it.each([
    ['the newest of the session', [before, session, later, afterwards, ...others], later],
    ['of a session without one, the newest before', [afterwards, before, ...others], before],
    ['none of afterwards', [afterwards, ...others], null],
    ['none of none', [], null],
  ])('is %s', (_, pictures, held) => {
    expect(sessionPicture(pictures, home)).toBe(held);
  });
});
