import type { SourceText } from '@tidy-quill/core/client-texts';
import { Button, Upload } from 'antd';
import { useState } from 'react';
import { offerFile } from '../../app/offer-file';
import { fetchedAtRest } from '../../widgets/at-rest';
import type { Translated } from './translation-file';

const SHOWN = 5;

const files = fetchedAtRest(() => import('./translation-file'));

/** Takes the texts to a translator and back, as a table that any spreadsheet opens. */
export function TranslationFiles({
  name,
  sources,
  translated,
  onTake,
}: {
  name: string;
  sources: readonly SourceText[];
  translated: Translated;
  onTake: (translated: Translated) => void;
}) {
  const [problems, setProblems] = useState<readonly string[]>([]);
  const take = async (file: File) => {
    const { fromFile } = await files();
    const found = fromFile(await file.text(), sources);
    setProblems(found.ok ? [] : found.problems);
    if (found.ok) onTake(found.translated);
  };
  const offer = async () => {
    const { toFile } = await files();
    offerFile(name, 'text/csv', toFile(sources, translated));
  };
  return (
    <div className="translation-files">
      <Button onClick={() => void offer()}>Export for a translator (CSV)</Button>
      <Upload
        {...{ 'aria-label': 'Translated file' }}
        accept=".csv,text/csv"
        showUploadList={false}
        beforeUpload={(file) => {
          void take(file);
          return false;
        }}
      >
        <Button>Take a translated file…</Button>
      </Upload>
      {problems.length === 0 ? null : (
        <div className="field-error" role="alert">
          <p>Nothing was taken:</p>
          <ul>
            {problems.slice(0, SHOWN).map((problem) => (
              <li key={problem}>{problem}</li>
            ))}
          </ul>
          {problems.length > SHOWN ? <p>and {problems.length - SHOWN} more.</p> : null}
        </div>
      )}
    </div>
  );
}
