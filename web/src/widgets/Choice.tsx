import { Radio } from 'antd';
import { useId } from 'react';

/** One of a few words, as buttons in a row; arrow keys move between them. */
export function Choice<K extends string | number>({
  label,
  words,
  value,
  onChange,
  hint,
}: {
  label: string;
  words: Readonly<Record<K, string>>;
  value: K | null;
  onChange: (value: K) => void;
  hint?: string | undefined;
}) {
  const id = useId();
  // Keys of an object are text; the options keep the type that the caller uses.
  const options = (Object.keys(words) as string[]).map((key) => {
    const asNumber = Number(key);
    const own = (Number.isNaN(asNumber) ? key : asNumber) as K;
    return { value: own, label: words[own] };
  });
  return (
    <div className="choice">
      <span id={id} className="choice-label">
        {label}
      </span>
      <Radio.Group
        aria-labelledby={id}
        optionType="button"
        buttonStyle="solid"
        options={options}
        value={value}
        onChange={(event) => onChange(event.target.value as K)}
      />
      {hint === undefined ? null : <span className="choice-hint">{hint}</span>}
    </div>
  );
}
