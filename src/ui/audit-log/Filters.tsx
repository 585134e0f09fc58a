'use client';

import { NativeSelect, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import type { BookQuery } from '../../services/audit-log/filter';
import { WhenField } from '../shared/forms/WhenField';
import classes from './Record.module.css';

interface FiltersProps {
  query: BookQuery;
  machines: { id: string; nickname: string }[];
  kinds: string[];
  people: string[];
}

/** Narrows the book; the choice stands in the address, so it can be kept and shared. */
export function Filters({ query, machines, kinds, people }: FiltersProps) {
  const router = useRouter();
  function set(field: keyof BookQuery, value: string) {
    const next = new URLSearchParams();
    for (const [name, old] of Object.entries({ ...query, before: '', [field]: value })) {
      if (old) next.set(name, old);
    }
    router.push(`/record?${next}`);
  }
  const all = { value: '', label: 'all' };
  return (
    <div className={classes.filters} role="search" aria-label="Filter the record">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          set('text', String(new FormData(event.currentTarget).get('text') ?? '').trim());
        }}
      >
        <TextInput
          label="Words"
          name="text"
          key={query.text}
          defaultValue={query.text ?? ''}
          placeholder="any words; Enter"
          onBlur={(event) => {
            const text = event.currentTarget.value.trim();
            if (text !== (query.text ?? '')) set('text', text);
          }}
        />
      </form>
      <NativeSelect
        label="Machine"
        data={[all, ...machines.map(({ id, nickname }) => ({ value: id, label: nickname }))]}
        value={query.machine ?? ''}
        onChange={(event) => set('machine', event.currentTarget.value)}
      />
      <NativeSelect
        label="Kind"
        data={[all, ...kinds.map((value) => ({ value, label: value }))]}
        value={query.kind ?? ''}
        onChange={(event) => set('kind', event.currentTarget.value)}
      />
      <NativeSelect
        label="Person"
        data={[all, ...people.map((value) => ({ value, label: value }))]}
        value={query.person ?? ''}
        onChange={(event) => set('person', event.currentTarget.value)}
      />
      <WhenField
        type="date"
        label="From"
        value={query.from ?? ''}
        onChange={(value) => set('from', value)}
      />
      <WhenField
        type="date"
        label="To"
        value={query.to ?? ''}
        onChange={(value) => set('to', value)}
      />
    </div>
  );
}
