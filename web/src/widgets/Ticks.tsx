import { Checkbox } from 'antd';
import { useId } from 'react';

/** Any of a few words, each with a box to tick. */
export function Ticks<K extends string>({
  label,
  values,
  words,
  chosen,
  onChange,
}: {
  label: string;
  values: readonly K[];
  words: Readonly<Record<K, string>>;
  chosen: readonly K[];
  onChange: (chosen: readonly K[]) => void;
}) {
  const id = useId();
  return (
    <div className="choice">
      <span className="choice-label" id={id}>
        {label}
      </span>
      <Checkbox.Group
        className="sign-list"
        aria-labelledby={id}
        value={[...chosen]}
        onChange={(next) => onChange(next as K[])}
        options={values.map((value) => ({ value, label: words[value] }))}
      />
    </div>
  );
}
