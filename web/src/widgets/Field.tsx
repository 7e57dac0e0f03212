import { useId, useState, type ReactNode } from 'react';
import { FieldProblem } from './field-problem';

/** A labelled field with what is wrong with it said right below. */
export function Field({
  label,
  problem,
  children,
}: {
  label: string;
  problem?: string | undefined;
  children: (field: {
    id: string;
    status: '' | 'error';
    'aria-invalid': boolean;
    'aria-describedby'?: string;
  }) => ReactNode;
}) {
  const id = useId();
  // What a field cannot read of what was typed comes before what the form says of the value that it has not got.
  const [unread, setUnread] = useState<string | null>(null);
  const said = unread ?? problem;
  const wrong = said !== undefined;
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <FieldProblem value={setUnread}>
        {children({
          id,
          status: wrong ? 'error' : '',
          'aria-invalid': wrong,
          ...(wrong ? { 'aria-describedby': `${id}-problem` } : {}),
        })}
      </FieldProblem>
      {wrong ? (
        <p id={`${id}-problem`} className="field-error">
          {label} {said}
        </p>
      ) : null}
    </div>
  );
}
