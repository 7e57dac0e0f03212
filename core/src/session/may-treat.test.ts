import { describe, expect, it } from 'vitest';
import { mayTreat } from './may-treat';

const agreed = (staffId: string, skills: readonly ('ink' | 'face')[]) =>
  ({ kind: 'signOffAgreed', staffId, skills, reason: 'r', supervisorId: 's' }) as const;
const lacking = { rule: 'approve', skills: [['ink'], ['face']] } as const;

describe('treating without a sign-off', () => {
  it.each([
    ['waits for an approval', [], false],
    ['waits for the rest of it', [agreed('t', ['ink'])], false],
    ['follows an approval of all', [agreed('t', ['ink', 'face'])], true],
    ['follows two approvals', [agreed('t', ['ink']), agreed('t', ['face'])], true],
    ['does not follow an approval of somebody else', [agreed('u', ['ink', 'face'])], false],
  ] as const)('%s', (_what, signOffsAgreed, may) => {
    expect(mayTreat({ signOffsAgreed }, 't', lacking)).toBe(may);
  });

  it('needs no approval where the clinic only says so, or where nothing lacks', () => {
    expect(mayTreat({ signOffsAgreed: [] }, 't', { ...lacking, rule: 'say' })).toBe(true);
    expect(mayTreat({ signOffsAgreed: [] }, 't', { rule: 'approve', skills: [] })).toBe(true);
  });
});
