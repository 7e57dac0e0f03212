import { useId, type ReactNode } from 'react';

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
  const wrong = problem !== undefined;
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      {children({
        id,
        status: wrong ? 'error' : '',
        'aria-invalid': wrong,
        ...(wrong ? { 'aria-describedby': `${id}-problem` } : {}),
      })}
      {wrong ? (
        <p id={`${id}-problem`} className="field-error">
          {label} {problem}
        </p>
      ) : null}
    </div>
  );
}
