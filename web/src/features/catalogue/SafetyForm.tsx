import type { Called, RulesSection, SafetyPapers } from '@tidy-quill/core/safety';
import { DeleteOutlined, PlusOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { Input, TextArea } from '../../widgets/inputs';
import { v7 } from 'uuid';
import { Field } from '../../widgets/Field';

/** Who answers for the lasers, who advises, and the rules of the room, part by part. */
export function SafetyForm({
  content,
  editable,
  onChange,
}: {
  content: SafetyPapers;
  editable: boolean;
  onChange: (content: SafetyPapers) => void;
}) {
  const { sections } = content;
  const put = (index: number, more: Partial<RulesSection>) =>
    onChange({
      ...content,
      sections: sections.map((each, at) => (at === index ? { ...each, ...more } : each)),
    });
  const person = (key: 'responsible' | 'adviser', label: string) => (
    <div className="field-row">
      {(['name', 'phone'] as const).map((part) => (
        <Field key={part} label={`${label}, ${part === 'name' ? 'name' : 'telephone'}`}>
          {(field) => (
            <Input
              {...field}
              maxLength={part === 'name' ? 120 : 40}
              disabled={!editable}
              value={content[key][part]}
              onChange={({ target }) =>
                onChange({
                  ...content,
                  [key]: { ...content[key], [part]: target.value } satisfies Called,
                })
              }
            />
          )}
        </Field>
      ))}
    </div>
  );
  return (
    <div className="consent-texts">
      <p className="quiet">
        They stand on each room’s door sheet and in each device’s safety file. What ships is a
        template: your laser safety adviser completes it for the place and the law there.
      </p>
      {person('responsible', 'Responsible for the lasers')}
      {person('adviser', 'Laser safety adviser')}
      {sections.map(({ id, heading, text }, index) => (
        <section key={id}>
          <Field label="Heading">
            {(field) => (
              <Input
                {...field}
                maxLength={120}
                disabled={!editable}
                value={heading}
                onChange={({ target }) => put(index, { heading: target.value })}
              />
            )}
          </Field>
          <Field label={`Rules: ${heading}`}>
            {(field) => (
              <TextArea
                {...field}
                autoSize={{ minRows: 2 }}
                maxLength={4000}
                disabled={!editable}
                value={text}
                onChange={({ target }) => put(index, { text: target.value })}
              />
            )}
          </Field>
          {editable ? (
            <Button
              size="small"
              icon={<DeleteOutlined />}
              onClick={() =>
                onChange({ ...content, sections: sections.filter((_each, at) => at !== index) })
              }
            >
              Remove<span className="visually-hidden"> {heading}</span>
            </Button>
          ) : null}
        </section>
      ))}
      {editable ? (
        <Button
          icon={<PlusOutlined />}
          onClick={() =>
            onChange({
              ...content,
              sections: [...sections, { id: v7(), heading: 'New part', text: 'New rules.' }],
            })
          }
        >
          Add a part
        </Button>
      ) : null}
    </div>
  );
}
