'use client';

import classes from './Time.module.css';

interface FieldProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  type: 'date' | 'time' | 'datetime-local';
  /** the label is only spoken @default false */
  quiet?: boolean;
  error?: string | undefined;
}

/** A date or a time by the browser's own picker. */
export function WhenField({ label, value, onChange, type, quiet = false, error }: FieldProps) {
  return (
    <label className={classes.field}>
      <span className={quiet ? 'visually-hidden' : undefined}>{label}</span>
      <input
        className={classes.input}
        type={type}
        required
        value={value}
        aria-invalid={error ? true : undefined}
        onChange={(event) => onChange(event.currentTarget.value)}
      />
      {error && <span role="alert">{error}</span>}
    </label>
  );
}
