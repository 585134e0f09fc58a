'use client';

import { useId } from 'react';
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
  const id = useId();
  return (
    <span className={classes.field}>
      <label htmlFor={id} className={quiet ? 'visually-hidden' : undefined}>
        {label}
      </label>
      <input
        id={id}
        className={classes.input}
        type={type}
        required
        value={value}
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-error` : undefined}
        onChange={(event) => onChange(event.currentTarget.value)}
      />
      {error && <span id={`${id}-error`}>{error}</span>}
    </span>
  );
}
