import { LEARNING, type LearningConstants } from '@tidy-quill/core/learning';
import { LEARNING_RULE, type LearningRule } from '@tidy-quill/core/plan';
import { Checkbox } from 'antd';
import { FigureField } from './FigureField';

/** What a client's answers may do to the limits, and how sharply skin and hair are thought to answer. */
export function LearningFigures({
  rule,
  editable,
  onChange,
}: {
  /** Undefined where answers limit nothing. */
  rule: LearningRule | undefined;
  editable: boolean;
  onChange: (rule: LearningRule | undefined) => void;
}) {
  return (
    <>
      <h2>What answers may do</h2>
      <Checkbox
        disabled={!editable}
        checked={rule !== undefined}
        onChange={({ target }) => onChange(target.checked ? LEARNING_RULE : undefined)}
      >
        Limit by the chance of an adverse answer
      </Checkbox>
      {rule === undefined ? null : (
        <>
          <FigureField
            label="Chance allowed"
            value={rule.risk * 100}
            unit="%"
            bounds={[0.2, 2, 0.1]}
            editable={editable}
            onChange={(percent) => onChange({ ...rule, risk: Math.round(percent * 10) / 1000 })}
          />
          <Checkbox
            disabled={!editable}
            checked={rule.mayRise}
            onChange={({ target }) => onChange({ ...rule, mayRise: target.checked })}
          >
            Good answers may open more than the margin, up to 0.80 of the ceiling
          </Checkbox>
          <Sharpness
            constants={rule.constants ?? LEARNING}
            editable={editable}
            onChange={(constants) => onChange({ ...rule, constants })}
          />
        </>
      )}
    </>
  );
}

const LABELS: Readonly<Record<keyof LearningConstants, string>> = {
  harmSpread: 'Spread of where harm begins',
  strongBelow: 'A strong answer begins below it by',
  painBelow: 'Pain of 7 begins below it by',
  painSpread: 'Spread of where that pain begins',
  workSpread: 'Spread of where hair responds',
};

function Sharpness({
  constants,
  editable,
  onChange,
}: {
  constants: LearningConstants;
  editable: boolean;
  onChange: (constants: LearningConstants) => void;
}) {
  return (
    <details>
      <summary>How sharply skin and hair answer</summary>
      <p className="quiet">
        Natural logarithms of fluence: 0.2 is about a fifth more or less. What ships is assumed; a
        clinic that has measured better keeps its own.
      </p>
      {(Object.keys(LABELS) as (keyof LearningConstants)[]).map((key) => (
        <FigureField
          key={key}
          label={LABELS[key]}
          value={constants[key]}
          unit="ln"
          bounds={[0.02, 2, 0.01]}
          editable={editable}
          onChange={(value) => onChange({ ...constants, [key]: value })}
        />
      ))}
    </details>
  );
}
