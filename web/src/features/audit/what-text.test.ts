import { describe, expect, it } from 'vitest';
import { whatText } from './what-text';

describe('what an entry of the audit trail tells', () => {
  it('is each field that changed, before and after', () => {
    const before = { phone: '01632 960 210', note: '', version: 1 };
    const after = { phone: '01632 960 555', note: 'Calls at noon', version: 2 };
    expect(whatText({ before, after })).toBe(
      'phone: “01632 960 210” → “01632 960 555”, note: nothing → “Calls at noon”',
    );
  });

  it('is what was added, without ids', () => {
    const after = { id: 'x', clinic_id: 'y', sign_in_name: 'newhand', active: true };
    expect(whatText({ after })).toBe('sign in name “newhand”, active yes');
  });

  it('is what was looked for, and nothing where there is nothing to say', () => {
    expect(whatText({ text: 'yew', page: 1 })).toBe('text “yew”');
    expect(whatText({ text: '', page: 1 })).toBe('');
  });

  it('stays on its line', () => {
    expect(whatText({ reason: 'a'.repeat(500) })).toHaveLength(161);
  });
});
