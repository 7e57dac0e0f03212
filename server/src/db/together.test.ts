import { describe, expect, it } from 'vitest';
import { together } from './together';

describe('what is asked together', () => {
  it('comes in the order in which it was asked', async () => {
    let first: (value: string) => void = () => {};
    const late = new Promise<string>((resolve) => (first = resolve));
    const both = together(late, Promise.resolve(2), 3);
    first('one');
    expect(await both).toEqual(['one', 2, 3]);
  });

  it('is waited for as a whole, and fails with the first that is listed', async () => {
    let isDone = false;
    let finish: () => void = () => {};
    const late = new Promise<void>((resolve) => (finish = resolve)).then(() => {
      isDone = true;
      throw new Error('listed first');
    });
    const asked = together(late, Promise.reject(new Error('failed first')));
    const failed = expect(asked).rejects.toThrow('listed first');
    finish();
    await failed;
    expect(isDone).toBe(true);
  });
});
