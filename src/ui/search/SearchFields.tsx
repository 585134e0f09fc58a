'use client';

import { TextInput } from '@mantine/core';
import { useDebouncedCallback } from '@mantine/hooks';
import { useRouter } from 'next/navigation';
import { useEffect, useId, useRef, useState } from 'react';
import type { Found } from '../../services/search/search';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Ask } from '../shared/forms/send';
import { useAction } from '../shared/forms/use-action';
import classes from './Search.module.css';

const typingMs = 180;

/** What is typed, and what is found by it as it is typed. */
export function SearchFields({
  search,
  close,
}: {
  search: Ask<[text: string], Found[]>;
  close: () => void;
}) {
  const router = useRouter();
  const list = useId();
  const field = useRef<HTMLInputElement>(null);
  // it comes after its dialog the first time: by then the focus is on what closes it
  useEffect(() => field.current?.focus(), []);
  const [found, setFound] = useState<Found[] | null>(null);
  const [at, setAt] = useState(0);
  const { run, problem } = useAction(search, (all: Found[]) => {
    setFound(all);
    setAt(0);
  });
  const ask = useDebouncedCallback(run, typingMs);
  const leading = (found ?? []).flatMap((one, index) => (one.href ? [index] : []));
  const go = (one: Found | undefined) => {
    if (!one?.href) return;
    close();
    router.push(one.href);
  };
  const step = (by: number) => {
    const place = leading.indexOf(at);
    setAt(leading[Math.min(leading.length - 1, Math.max(0, place + by))] ?? 0);
  };
  return (
    <>
      <TextInput
        ref={field}
        aria-label="Search"
        placeholder="a machine, a station, a fault, a page, a person, a word"
        data-autofocus
        role="combobox"
        aria-expanded={found !== null}
        aria-controls={list}
        aria-activedescendant={found?.length ? `${list}-${at}` : undefined}
        onChange={(event) => ask(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') step(1);
          else if (event.key === 'ArrowUp') step(-1);
          else if (event.key === 'Enter')
            go(found?.[leading.includes(at) ? at : (leading[0] ?? 0)]);
          else return;
          event.preventDefault();
        }}
      />
      <ProblemNote problem={problem} />
      <ul id={list} role="listbox" aria-label="Found" className={classes.found}>
        {found?.map((one, index) => (
          <li
            key={`${one.kind} ${one.href ?? one.words}`}
            id={`${list}-${index}`}
            role="option"
            aria-selected={index === at}
            aria-disabled={one.href === null}
            className={classes.one}
            onClick={() => go(one)}
          >
            <span className={classes.kind}>{one.kind}</span>
            <span>
              {one.words}
              {one.beside && <span className="quiet"> {one.beside}</span>}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
