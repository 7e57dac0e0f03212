import type { CatalogueVersion } from '@tidy-quill/contract/catalogue';
import { rowsOf } from '@tidy-quill/contract/version-changes';
import { Button, Checkbox } from 'antd';
import { useMemo } from 'react';
import { focusFirst } from '../../widgets/focus-first';
import { cellText, COLUMN_WORDS, sentence } from '../../text';

/** The rows of a clinic’s first version of a document, read and ticked one by one before it can be approved. */
export function RowsToRead({
  version,
  read,
  onRead,
}: {
  version: CatalogueVersion;
  read: readonly string[];
  onRead: (read: readonly string[]) => void;
}) {
  const rows = useMemo(() => rowsOf(version.kind, version.content), [version]);
  const done = rows.filter(({ key }) => read.includes(key)).length;
  return (
    <section className="rows-to-read" aria-label="Read row by row">
      <h2>
        Read row by row: {done} of {rows.length}
      </h2>
      <p className="quiet">
        Nobody here has approved this document before. Compare each row with the device’s manual,
        your adviser’s words and the law that holds for you; tick it once you have. What is ticked
        stays ticked.
      </p>
      <ul>
        {rows.map(({ key, cells }) => (
          <li key={key}>
            <Checkbox
              checked={read.includes(key)}
              onChange={({ target }) =>
                onRead(target.checked ? [...read, key] : read.filter((each) => each !== key))
              }
            >
              <strong>{key}</strong>{' '}
              {cells.map(({ column, text }, index) => (
                <span key={column}>
                  {index === 0 ? '' : ' · '}
                  <span className="rows-to-read-name">{nameOf(column)}</span>{' '}
                  {cellText(column, text)}
                </span>
              ))}
            </Checkbox>
          </li>
        ))}
      </ul>
      {done < rows.length ? null : (
        <Button onClick={goToVersions}>All read: go to the versions</Button>
      )}
    </section>
  );
}

/** Past the tables, which by keyboard are a hundred stops and more. */
function goToVersions(): void {
  const versions = document.querySelector<HTMLElement>('.versions');
  versions?.scrollIntoView({ block: 'nearest' });
  focusFirst(versions);
}

/** A column by its heading; the last part of a figure’s path where it has none. */
const nameOf = (column: string): string =>
  COLUMN_WORDS[column] ?? sentence(column.split('.').at(-1) ?? column);
