import './catalogue.css';
import {
  ADVICE_PARTS,
  HABITS,
  isHardToRead,
  READING_AGE,
  readingAge,
  type AdviceBlock,
  type AdviceBlocks,
  type AdvicePart,
  type AdviceWhen,
} from '@tidy-quill/core/aftercare';
import { DeleteOutlined, PlusOutlined } from '@ant-design/icons';
import { Button, InputNumber, Select } from 'antd';
import { TextArea } from '../../widgets/inputs';
import { ADVICE_PART_WORDS, figure, HABIT_WORDS } from '../../text';
import { Field } from '../../widgets/Field';

const MONTHS = [
  ...['January', 'February', 'March', 'April', 'May', 'June'],
  ...['July', 'August', 'September', 'October', 'November', 'December'],
];

/** The clinic's building blocks of aftercare: each line, when it is given, how long it holds, and how it reads. */
export function AftercareForm({
  content,
  editable,
  onChange,
}: {
  content: AdviceBlocks;
  editable: boolean;
  onChange: (content: AdviceBlocks) => void;
}) {
  const { blocks, summerMonths } = content;
  const put = (index: number, block: AdviceBlock) =>
    onChange({ ...content, blocks: blocks.map((each, at) => (at === index ? block : each)) });
  const add = (part: AdvicePart) =>
    onChange({
      ...content,
      blocks: [...blocks, { id: freeId(blocks), part, text: 'New line.', days: null }],
    });
  return (
    <div className="aftercare-blocks">
      <p className="quiet">
        Short sentences that can be read at {READING_AGE}. Days count from the day of treatment.
      </p>
      <Field label="Months of strong sun">
        {({ id }) => (
          <Select
            id={id}
            mode="multiple"
            disabled={!editable}
            value={[...summerMonths]}
            options={MONTHS.map((label, index) => ({ value: index + 1, label }))}
            onChange={(next: number[]) =>
              onChange({ ...content, summerMonths: next.sort((a, b) => a - b) })
            }
          />
        )}
      </Field>
      {ADVICE_PARTS.map((part) => (
        <section key={part}>
          <h2>{ADVICE_PART_WORDS[part]}</h2>
          {blocks.map((block, index) =>
            block.part === part ? (
              <BlockRow
                key={block.id}
                block={block}
                editable={editable}
                onChange={(next) => put(index, next)}
                onRemove={() =>
                  onChange({ ...content, blocks: blocks.filter((_each, at) => at !== index) })
                }
              />
            ) : null,
          )}
          {editable ? (
            <Button size="small" icon={<PlusOutlined />} onClick={() => add(part)}>
              Add a line
            </Button>
          ) : null}
        </section>
      ))}
    </div>
  );
}

function BlockRow({
  block,
  editable,
  onChange,
  onRemove,
}: {
  block: AdviceBlock;
  editable: boolean;
  onChange: (block: AdviceBlock) => void;
  onRemove: () => void;
}) {
  const hard = isHardToRead(block.text);
  const days = (label: string, key: 'days' | 'daysIfHarmed' | 'daysMoreInSummer') => (
    <InputNumber
      aria-label={`${label}: ${block.id}`}
      prefix={label}
      suffix="days"
      min={0}
      max={730}
      precision={0}
      disabled={!editable}
      value={block[key] ?? null}
      onChange={(value) => {
        const { [key]: _old, ...rest } = block;
        const next = key === 'days' ? { days: value } : value === null ? {} : { [key]: value };
        onChange({ days: block.days, ...rest, ...next } as AdviceBlock);
      }}
    />
  );
  return (
    <div className="block-row">
      <TextArea
        aria-label={`Line ${block.id}`}
        autoSize
        maxLength={500}
        readOnly={!editable}
        value={block.text}
        onChange={({ target }) => onChange({ ...block, text: target.value })}
      />
      <div className="block-figures">
        {days('holds', 'days')}
        {days('after harm', 'daysIfHarmed')}
        {days('in summer +', 'daysMoreInSummer')}
        <span className="small">{whenText(block.when)}</span>
        {hard ? (
          <span className="tag tag-care">
            reads at {figure(readingAge(block.text), 0)}: shorten it
          </span>
        ) : null}
        {editable && block.when !== undefined ? (
          <Button
            size="small"
            icon={<DeleteOutlined />}
            aria-label={`Take out ${block.id}`}
            onClick={onRemove}
          />
        ) : null}
      </div>
    </div>
  );
}

function freeId(blocks: readonly AdviceBlock[]): string {
  let number = blocks.length + 1;
  while (blocks.some(({ id }) => id === `own-${number}`)) number += 1;
  return `own-${number}`;
}

/** When a line is given, in words. */
function whenText(when: AdviceWhen | undefined): string {
  if (when === undefined) return 'always';
  const { jobs, parts, harmed, habits, summer, dependent, underNm, fromType } = when;
  const said = [
    jobs?.join(' or '),
    parts?.join(' or '),
    harmed === undefined ? undefined : harmed ? 'after harm' : 'without harm',
    habits
      ?.filter((each) => HABITS.includes(each))
      .map((each) => HABIT_WORDS[each])
      .join(' or '),
    summer === undefined ? undefined : summer ? 'in summer' : 'outside summer',
    dependent === undefined
      ? undefined
      : `${dependent ? '' : 'not '}on the lower leg, ankle or foot`,
    underNm === undefined ? undefined : `under ${underNm} nm`,
    fromType === undefined ? undefined : `skin worked as type ${fromType} and darker`,
  ];
  return said.filter((each) => each !== undefined && each !== '').join(', ') || 'always';
}
