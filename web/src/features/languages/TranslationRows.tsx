import { placeholderProblem, type SourceText } from '@tidy-quill/core/client-texts';
import { Button, Checkbox } from 'antd';
import { TextArea } from '../../widgets/inputs';
import { useState } from 'react';
import type { Translated } from './translation-file';

/** Texts beside their translations; one whose source has changed since says so until it was looked at. */
export function TranslationRows({
  language,
  sources,
  translated,
  editable,
  onChange,
}: {
  language: string;
  sources: readonly SourceText[];
  translated: Translated;
  editable: boolean;
  onChange: (translated: Translated) => void;
}) {
  const [open, setOpen] = useState<ReadonlySet<string> | null>(null);
  const toDo = sources.filter(({ key, text }) => translated[key]?.of !== text);
  const shown = open === null ? sources : sources.filter(({ key }) => open.has(key));
  const write = ({ key, text: of }: SourceText, text: string) => {
    const { [key]: _old, ...rest } = translated;
    onChange(text === '' ? rest : { ...rest, [key]: { of, text } });
  };
  return (
    <section className="translation-rows" aria-label="Texts">
      <p role="status">
        {sources.length - toDo.length} of {sources.length} translated.{' '}
        <Checkbox
          checked={open !== null}
          onChange={({ target }) =>
            setOpen(target.checked ? new Set(toDo.map(({ key }) => key)) : null)
          }
        >
          Only what is to be done
        </Checkbox>
      </p>
      <ul>
        {shown.map((source) => {
          const { key, text } = source;
          const said = translated[key];
          const outdated = said !== undefined && said.of !== text;
          const problem = said === undefined ? null : placeholderProblem(text, said.text);
          return (
            <li key={key} className={said === undefined || outdated ? 'is-open' : undefined}>
              <div className="translation-source">
                {text}
                {outdated ? <del className="quiet">{said.of}</del> : null}
              </div>
              <div>
                <TextArea
                  aria-label={`Translation of “${text.slice(0, 60)}”`}
                  aria-invalid={problem !== null}
                  lang={language}
                  dir="auto"
                  autoSize={{ minRows: 1 }}
                  maxLength={8000}
                  readOnly={!editable}
                  status={problem === null ? '' : 'error'}
                  value={said?.text ?? ''}
                  onChange={({ target }) => write(source, target.value)}
                />
                {problem === null ? null : (
                  <p className="field-error">
                    {problem.code === 'missingPlaceholder' ? 'Must hold' : 'Cannot fill in'}{' '}
                    {`{${problem.name}}`}
                  </p>
                )}
                {outdated && editable ? (
                  <p className="quiet">
                    The text was changed since.{' '}
                    <Button size="small" onClick={() => write(source, said.text)}>
                      Still right
                    </Button>
                  </p>
                ) : null}
              </div>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
