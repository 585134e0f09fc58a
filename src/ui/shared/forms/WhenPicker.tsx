'use client';

import '@mantine/dates/styles.css';
import { DateInput, TimePicker } from '@mantine/dates';
import type { FocusEventHandler, ReactNode } from 'react';

interface WhenPickerProps {
  label: string;
  /** "2026-12-03", "18:00" or "2026-12-03T18:00", by `type` @default "", none */
  value?: string;
  onChange?: (value: string) => void;
  type: 'date' | 'time' | 'datetime';
  /** the label is only spoken @default false */
  quiet?: boolean;
  description?: ReactNode;
  error?: ReactNode;
  onFocus?: FocusEventHandler<HTMLElement>;
  onBlur?: FocusEventHandler<HTMLElement>;
}

/** A date or a time, typed or picked, in the shop's zone and with 24 hours whatever the browser's country. */
export function WhenPicker({
  label,
  quiet = false,
  type,
  value = '',
  onChange,
  ...rest
}: WhenPickerProps) {
  const named = quiet ? { 'aria-label': label } : { label };
  if (type === 'time') {
    return (
      <TimePicker
        {...rest}
        {...named}
        format="24h"
        withDropdown
        hoursInputLabel={`${label}: hours`}
        minutesInputLabel={`${label}: minutes`}
        value={value}
        onChange={(next) => onChange?.(next)}
        miw={116}
      />
    );
  }
  const withTime = type === 'datetime';
  return (
    <DateInput
      {...rest}
      {...named}
      valueFormat={withTime ? 'YYYY-MM-DD HH:mm' : 'YYYY-MM-DD'}
      placeholder={withTime ? '2026-12-31 18:00' : '2026-12-31'}
      withTime={withTime}
      clearable
      clearButtonProps={{ 'aria-label': `${label}: none` }}
      value={value ? value.replace('T', ' ') : null}
      onChange={(next) =>
        onChange?.(next ? next.slice(0, withTime ? 16 : 10).replace(' ', 'T') : '')
      }
      weekendDays={[]}
      // what is wrong stands above: the calendar opens below
      inputWrapperOrder={['label', 'description', 'error', 'input']}
      miw={withTime ? 200 : 160}
    />
  );
}
