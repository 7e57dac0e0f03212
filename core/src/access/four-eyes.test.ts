import { describe, expect, it } from 'vitest';
import { mayApprove } from './four-eyes';

describe('approving a document', () => {
  it.each([
    ['somebody else’s draft', 'a', 'b', 2, true],
    ['one’s own draft where another supervisor could', 'a', 'a', 2, false],
    ['one’s own draft where nobody else could', 'a', 'a', 1, true],
    ['an owner’s draft, by the only supervisor', 'owner', 'a', 1, true],
  ])('of %s', (_what, authorId, approverId, supervisors, may) => {
    expect(mayApprove({ authorId, approverId, supervisors })).toBe(may);
  });
});
