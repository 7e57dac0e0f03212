import { fetchedAtRest } from '../widgets/at-rest';

const writer = fetchedAtRest(() => import('papaparse'));

/** Offers a text as a file. */
export function offerFile(name: string, type: string, text: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** Offers rows as CSV under the names of their fields (RFC 4180); no cell is taken for a formula by the spreadsheet. */
export async function offerCsv(name: string, rows: readonly object[]): Promise<void> {
  const { default: papa } = await writer();
  offerFile(name, 'text/csv', papa.unparse([...rows], { escapeFormulae: true }));
}
