import { describe, expect, it } from 'vitest';
import { filledIn, isRemindingDue, mayRecall, textProblem } from './message-text';

describe('the words of a message', () => {
  it('are filled in for each client', () => {
    const text = '{clinic}: {name}, you come on {when}. {name}!';
    expect(filledIn(text, { clinic: 'Lantern Yard', name: 'Una', when: 'Mon 7 Dec' })).toBe(
      'Lantern Yard: Una, you come on Mon 7 Dec. Una!',
    );
  });

  it('may not name what cannot be filled in, nor go without what they are for', () => {
    expect(textProblem('reminder', 'On {when}: {link}')).toBeNull();
    expect(textProblem('reminder', 'On {when}')).toEqual({ code: 'missingPlace', place: 'link' });
    expect(textProblem('recall', 'Call {phone}, {link}')).toEqual({
      ...{ code: 'unknownPlace', place: 'link' },
    });
    expect(textProblem('confirmation', 'On {When}')).toMatchObject({ place: 'When' });
  });
});

describe('messages that go out of themselves', () => {
  it('do so once a day, from the clinic’s hour on', () => {
    const at = { remindAt: '10:00', remindedOn: '2026-11-28', today: '2026-11-29', clock: '10:00' };
    expect(isRemindingDue(at)).toBe(true);
    expect(isRemindingDue({ ...at, clock: '09:59' })).toBe(false);
    expect(isRemindingDue({ ...at, remindedOn: '2026-11-29' })).toBe(false);
    expect(isRemindingDue({ ...at, remindedOn: null })).toBe(true);
    expect(isRemindingDue({ ...at, remindAt: null })).toBe(false);
  });

  it('ask nobody to come back twice within a fortnight', () => {
    const now = '2026-11-29T10:00:00.000Z';
    expect(mayRecall(null, now)).toBe(true);
    expect(mayRecall('2026-11-15T10:00:00.000Z', now)).toBe(true);
    expect(mayRecall('2026-11-15T10:00:01.000Z', now)).toBe(false);
  });
});
