import {
  guessMapping,
  readSheet,
  type Mapping,
  type Sheet,
} from '@tidy-quill/contract/import-file';
import { useState } from 'react';

/** A file that was chosen, and which of its columns is which. */
export interface OpenSheet<C extends string> {
  readonly name: string;
  readonly sheet: Sheet;
  readonly mapping: Mapping<C>;
}

/** A file to import from: opened, its columns guessed, and chosen otherwise. */
export function useSheet<C extends string>(columns: Readonly<Record<C, readonly string[]>>) {
  const [open, setOpen] = useState<OpenSheet<C> | null>(null);
  return {
    open,
    choose: async (file: File) => {
      const sheet = readSheet(await file.text());
      setOpen({ name: file.name, sheet, mapping: guessMapping(columns, sheet.heads) });
    },
    map: (column: C, at: number | null) => {
      if (open === null) return;
      const { [column]: _, ...rest } = open.mapping as Record<C, number>;
      const mapping = (at === null ? rest : { ...rest, [column]: at }) as Mapping<C>;
      setOpen({ ...open, mapping });
    },
    close: () => setOpen(null),
  };
}
