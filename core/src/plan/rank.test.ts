import { describe, expect, it } from 'vitest';
import { propose, workingSkin } from './index';
import { CASE, SUBJECT, withSubject } from './plan.test-data';
import { firstBecause } from './rank';
import type { Proposal } from './propose';
import { defined } from '../units';

describe('why the first option stands before the second', () => {
  it('is its time where both leave the same room, as on skin that the model does not cover', () => {
    const scarred = withSubject({ skin: { ...SUBJECT.skin, surface: 'scarred' } });
    const [option] = propose(scarred).proposals;
    const within = (minutes: number): Proposal => ({
      ...defined(option),
      evaluation: {
        ...defined(option).evaluation,
        work: { ...defined(option).evaluation.work, minutes },
      },
    });
    expect(defined(option).room).toBeNull();
    expect(firstBecause([within(6), within(8)], workingSkin(SUBJECT))).toBe('quicker');
    // 7 of 8 minutes is less than the fifth that counts.
    expect(firstBecause([within(7), within(8)], workingSkin(SUBJECT))).toBeNull();
  });

  it('is room among the wavelengths that suit the skin, where another that does not has more', () => {
    const [option] = propose(CASE).proposals;
    const of = (wavelengthNm: number, room: number): Proposal => ({
      ...defined(option),
      wavelengthNm,
      room,
      evaluation: { ...defined(option).evaluation, expected: 'inPart' },
    });
    const because = (...options: Proposal[]) => firstBecause(options, workingSkin(SUBJECT));
    expect(because(of(755, 1.4), of(760, 1.3), of(1064, 1.2))).toBe('moreRoom');
    expect(because(of(755, 1.4), of(760, 1.3), of(1064, 1.8))).toBe('moreRoomOfSuited');
  });
});
