import { PROTOCOL } from '@tidy-quill/core/samples';
import { STANDARD_CONSENTS } from '@tidy-quill/core/consent';
import { STANDARD_AFTERCARE } from '@tidy-quill/core/aftercare';
import { STANDARD_SUITABILITY } from '@tidy-quill/core/suitability';
import type { Protocol } from '@tidy-quill/core/plan';
import { describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { rowsOf, versionChanges } from './version-changes';

const protocol: Protocol = PROTOCOL;
const [first, ...others] = protocol.rows;

describe('what a version changes', () => {
  it('is nothing where nothing differs', () => {
    expect(versionChanges('protocol', protocol, protocol)).toEqual([]);
    expect(versionChanges('aftercare', STANDARD_AFTERCARE, STANDARD_AFTERCARE)).toEqual([]);
  });

  it('is a cell of a row, by its column', () => {
    const high = defined(first).fluenceJcm2.high;
    const row = {
      ...defined(first),
      fluenceJcm2: { ...defined(first).fluenceJcm2, high: high + 2 },
    };
    expect(versionChanges('protocol', protocol, { ...protocol, rows: [row, ...others] })).toEqual([
      {
        row: defined(first).id,
        column: 'fluenceHighJcm2',
        before: String(high),
        now: String(high + 2),
      },
    ]);
  });

  it('is a row that came or went', () => {
    const fresh = { ...defined(first), id: 'fresh' };
    expect(versionChanges('protocol', protocol, { ...protocol, rows: [fresh, ...others] })).toEqual(
      [
        { row: 'fresh', column: '', before: null, now: 'fresh' },
        { row: defined(first).id, column: '', before: defined(first).id, now: null },
      ],
    );
  });

  it('is a figure that stands but once, by its path', () => {
    const ages = { ...STANDARD_SUITABILITY.ages, alone: 21 };
    expect(
      versionChanges('suitability', STANDARD_SUITABILITY, { ...STANDARD_SUITABILITY, ages }),
    ).toEqual([{ row: '', column: 'ages.alone', before: '18', now: '21' }]);
  });

  it('is no change where a block has only moved', () => {
    const blocks = [...STANDARD_AFTERCARE.blocks].reverse();
    expect(
      versionChanges('aftercare', STANDARD_AFTERCARE, { ...STANDARD_AFTERCARE, blocks }),
    ).toEqual([]);
  });
});

describe('the rows of a document', () => {
  it('are each read by their key: rows, blocks, and figures of the whole', () => {
    const rules = rowsOf('suitability', STANDARD_SUITABILITY);
    expect(rules).toHaveLength(
      STANDARD_SUITABILITY.rules.length + STANDARD_SUITABILITY.substances.length + 2,
    );
    expect(rules.map(({ key }) => key)).toContain('sun');
    const consents = rowsOf('consents', STANDARD_CONSENTS);
    expect(consents.find(({ key }) => key === 'texts.hair')?.cells).toEqual([
      { column: 'texts.hair.title', text: STANDARD_CONSENTS.texts.hair.title },
      { column: 'texts.hair.body', text: STANDARD_CONSENTS.texts.hair.body },
    ]);
    expect(rowsOf('devices', [])).toEqual([]);
  });

  it('have each a key of its own, and say something', () => {
    for (const rows of [
      rowsOf('suitability', STANDARD_SUITABILITY),
      rowsOf('consents', STANDARD_CONSENTS),
      rowsOf('aftercare', STANDARD_AFTERCARE),
    ]) {
      expect(new Set(rows.map(({ key }) => key)).size).toBe(rows.length);
      for (const { key, cells } of rows) expect(cells.length, key).toBeGreaterThan(0);
    }
  });
});
