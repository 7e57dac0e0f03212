import './catalogue.css';
import { CONSENT_KINDS, PHOTO_USES, RISK_CODES, type ConsentTexts } from '@tidy-quill/core/consent';
import { InputNumber } from 'antd';
import { Input, TextArea } from '../../widgets/inputs';
import { CONSENT_KIND_WORDS } from '../../text';
import { Field } from '../../widgets/Field';

/** The clinic's consent texts: bodies with places for the client's own, a sentence for each risk, months they hold. */
export function ConsentTextsForm({
  content,
  editable,
  onChange,
}: {
  content: ConsentTexts;
  editable: boolean;
  onChange: (content: ConsentTexts) => void;
}) {
  const { texts, risks, uses, validMonths } = content;
  return (
    <div className="consent-texts">
      <p className="quiet">
        {
          '{client}, {area} and {clinic} are filled in for each client. Blank lines part paragraphs.'
        }
      </p>
      <Field label="A signed consent holds for">
        {(field) => (
          <InputNumber
            {...field}
            suffix="months"
            min={1}
            max={60}
            disabled={!editable}
            value={validMonths}
            onChange={(value) => onChange({ ...content, validMonths: value ?? validMonths })}
          />
        )}
      </Field>
      {CONSENT_KINDS.map((kind) => (
        <section key={kind}>
          <h2>{CONSENT_KIND_WORDS[kind]}</h2>
          {(['title', 'body'] as const).map((part) => (
            <Field key={part} label={part === 'title' ? `Title, ${kind}` : `Text, ${kind}`}>
              {(field) => (
                <TextArea
                  {...field}
                  autoSize={{ minRows: part === 'title' ? 1 : 6 }}
                  readOnly={!editable}
                  value={texts[kind][part]}
                  onChange={({ target }) =>
                    onChange({
                      ...content,
                      texts: { ...texts, [kind]: { ...texts[kind], [part]: target.value } },
                    })
                  }
                />
              )}
            </Field>
          ))}
        </section>
      ))}
      <h2>Risks</h2>
      {RISK_CODES.map((code) => (
        <Field key={code} label={code}>
          {(field) => (
            <Input
              {...field}
              readOnly={!editable}
              value={risks[code]}
              onChange={({ target }) =>
                onChange({ ...content, risks: { ...risks, [code]: target.value } })
              }
            />
          )}
        </Field>
      ))}
      <h2>Uses of photographs</h2>
      {PHOTO_USES.map((use) => (
        <Field key={use} label={use}>
          {(field) => (
            <Input
              {...field}
              readOnly={!editable}
              value={uses[use]}
              onChange={({ target }) =>
                onChange({ ...content, uses: { ...uses, [use]: target.value } })
              }
            />
          )}
        </Field>
      ))}
    </div>
  );
}
