import { STANDARD_SUBSTANCES } from '@tidy-quill/core/suitability';
import { describe, expect, it } from 'vitest';
import { plain, substanceFinder } from './find-substances';

const { find, exactly, close } = substanceFinder(STANDARD_SUBSTANCES);
const names = (typed: string) => find(typed).map(({ name }) => name);

describe('a medicine', () => {
  it.each([
    ['doxycyclin', 'doxycycline'],
    ['doxicycline', 'doxycycline'],
    ['isotretinoine', 'isotretinoin'],
    ['St Johns wort', 'St John’s wort'],
    ['warfarine', 'warfarin'],
    ['hydroxycloroquine', 'hydroxychloroquine'],
    ['amiodaron', 'amiodarone'],
    ['Retinoin', 'tretinoin'],
  ])('is found though it is typed %s', (typed, name) => {
    expect(names(typed)).toContain(name);
  });

  it.each([
    ['strong acne tablets', 'isotretinoin'],
    ['strong acne pills', 'isotretinoin'],
    ['blood thinner', 'warfarin'],
    ['blood thinners', 'rivaroxaban'],
    ['water tablets', 'furosemide'],
    ['steroid tablet', 'prednisolone'],
    ['acne antibiotics', 'doxycycline'],
    ['malaria tablets', 'hydroxychloroquine'],
    ['herbal antidepressant', 'St John’s wort'],
    ['bleaching cream', 'hydroquinone'],
  ])('is found by what clients call it: %s', (typed, name) => {
    expect(names(typed)).toContain(name);
  });

  it('is first by its own name', () => {
    for (const { name } of STANDARD_SUBSTANCES) expect(names(name)[0]).toBe(name);
  });

  it('is named exactly whatever the case and the apostrophe', () => {
    expect(exactly('ST JOHN’S WORT')?.name).toBe('St John’s wort');
    expect(exactly('st johns wort')?.name).toBe('St John’s wort');
    expect(exactly('isotretinoine')).toBeNull();
    expect(close('isotretinoine')[0]?.name).toBe('isotretinoin');
  });

  it('that is nothing like any in the list is unknown', () => {
    expect(find('zzqxv')).toEqual([]);
    expect(close('mistletoe drops')).toEqual([]);
    expect(plain('Äpfel’s  Pills')).toBe('apfel tablet');
  });
});
