import { readContent, type KeptContents } from '@tidy-quill/contract/kept-contents';
import { HttpProblem } from './problem';

interface Row {
  readonly id: string;
  readonly contentVersion: number;
  readonly content: unknown;
}

/**
 * What a row keeps as one JSON value, in today's shape.
 * @throws HttpProblem naming the row where it cannot be read
 */
export function contentOf<K extends keyof KeptContents>(kind: K, row: Row): KeptContents[K] {
  const content = readContent(kind, row.contentVersion, row.content);
  if (content !== null) return content;
  throw new HttpProblem('unreadable', 'Something that was kept cannot be read', {
    detail: `${row.id} (version ${row.contentVersion}) does not hold what its kind, ${kind}, holds.`,
  });
}
