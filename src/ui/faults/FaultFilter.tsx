'use client';

import { TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import classes from './Faults.module.css';

/** Narrows the faults to those that say some words; they stand in the address, so it can be kept and shared. */
export function FaultFilter({ text }: { text: string }) {
  const router = useRouter();
  return (
    <form
      role="search"
      className={classes.filter}
      onSubmit={(event) => {
        event.preventDefault();
        const typed = String(new FormData(event.currentTarget).get('text') ?? '').trim();
        router.push(typed === '' ? '/faults' : `/faults?text=${encodeURIComponent(typed)}`);
      }}
    >
      <TextInput
        name="text"
        key={text}
        defaultValue={text}
        maxLength={80}
        aria-label="Faults that say"
        placeholder="machine, sign, cause, part; Enter"
      />
    </form>
  );
}
