'use client';

import { useForm } from '@mantine/form';
import { useId, useState, type FormEvent } from 'react';
import { parseInstant } from '../../../core/units/instant';
import type { Outcome, Refusal } from '../../../services/shop';
import { useAction } from './use-action';
import { useLeaveGuard } from './use-leave-guard';

interface SendFormOptions<V, I, T> {
  /** what stands in the fields at first */
  initial: V;
  /** what is sent for what stands in the fields */
  input: (values: V) => I;
  onDone?: (value: T, values: V, set: (change: Partial<V>) => void) => void;
  /** said beside the button once it is done @default nothing */
  said?: string | ((value: T) => string);
  /** the fields go back to what they were at first once it is done @default false */
  clears?: boolean;
  /** what was changed and not sent is asked about before the page is left @default false */
  guarded?: boolean;
}

/**
 * A form whose fields are sent to an action. Every field that the server finds wrong says so at once, and the first
 * of them is focused; what belongs to no field that is shown is `loose`.
 */
export function useSendForm<V extends Record<string, unknown>, I, T>(
  send: (input: I) => Promise<Outcome<T>>,
  { initial, input, onDone, said, clears = false, guarded = false }: SendFormOptions<V, I, T>,
) {
  // a name of its own: two forms of a page may have fields of one name
  const form = useForm<V>({ name: useId().replaceAll('_', '-'), initialValues: initial });
  const [loose, setLoose] = useState<Refusal | null>(null);
  const [words, setWords] = useState('');
  const { values } = form;
  useLeaveGuard(guarded && form.isDirty());

  const set = (change: Partial<V>) => form.setValues(change);
  const done = (value: T) => {
    setWords(typeof said === 'function' ? said(value) : (said ?? ''));
    if (clears) form.reset();
    else form.resetDirty(values);
    onDone?.(value, values, set);
  };
  const place = (problem: Refusal) => {
    const errors: Record<string, string> = {};
    let homeless: Refusal | null = null;
    for (const [path, message] of wrongFields(problem)) {
      const name = nameOf(path, (one) => form.getInputNode(one as never) !== null);
      if (name) errors[name] ??= message;
      else homeless ??= { field: path || null, message };
    }
    form.setErrors(errors);
    setLoose(homeless);
    const [first] = Object.keys(errors);
    if (first) form.getInputNode(first as never)?.focus();
  };
  const { run, pending } = useAction(send, done, { onProblem: place });

  /** Sends what stands in the fields, with something of it changed. */
  const submit = (change: Partial<V> = {}) => {
    form.clearErrors();
    setLoose(null);
    setWords('');
    run(input({ ...values, ...change }));
  };
  return {
    values,
    set,
    /** what a field takes to be one of this form */
    field: (name: keyof V & string, type: 'input' | 'checkbox' = 'input') =>
      form.getInputProps(name as never, { type }),
    submit,
    onSubmit: (event: FormEvent) => {
      event.preventDefault();
      submit();
    },
    pending,
    loose,
    said: words,
  };
}

/** Every field that is wrong with what is said of it; a refusal of the whole has no field. */
function wrongFields({ field, message, fields }: Refusal): [path: string, message: string][] {
  return fields ? Object.entries(fields) : [[field ?? '', message]];
}

/** The field of a form that a path of the input belongs to: by all of it, without its first part, or by its last. */
function nameOf(path: string, isShown: (name: string) => boolean): string | null {
  const parts = path.split('.');
  const names = [path, parts.slice(1).join('.'), parts.at(-1)!, parts[0]!];
  return names.find((name) => name !== '' && isShown(name)) ?? null;
}

/** A figure as it is sent: an empty field is no figure. */
export const figure = (typed: number | string): number => (typed === '' ? NaN : Number(typed));

/** A time as it is sent, UTC milliseconds: one that is none in the shop, or an empty field, is no time. */
export function instantIn(zone: string, typed: string): number {
  const read = parseInstant(typed, zone);
  return read.ok ? read.value : NaN;
}
