'use client';

import { useDisclosure, useHotkeys } from '@mantine/hooks';
import { focusForm } from '../forms/focus-form';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { useMay } from './Allowed';
import classes from './Frame.module.css';
import { Dialog } from '../Dialog';

const allVerbs = [
  { key: 'H', name: 'Log hours', path: '/log', right: 'log' },
  { key: 'F', name: 'Report fault', path: '/faults/new', right: 'report' },
  { key: 'C', name: 'Clean', path: '/clean', right: 'clean' },
] as const;

/** The machine in view, so that a verb starts with it. */
function scopeOf(pathname: string): string {
  const id = /^\/machines\/([0-9a-f-]{36})/.exec(pathname)?.[1];
  return id ? `?machine=${id}` : '';
}

/** The three things people come to do, one key each, and the list of keys behind `?`. */
export function Verbs() {
  const router = useRouter();
  const pathname = usePathname();
  const scope = scopeOf(pathname);
  const byKey = useRef(false);
  useEffect(() => {
    if (byKey.current) focusForm();
    byKey.current = false;
  }, [pathname]);
  const goTo = (path: string) => {
    if (pathname === path) return focusForm();
    byKey.current = true;
    router.push(path + scope);
  };
  const [keysShown, keys] = useDisclosure(false);
  const allowed = { log: useMay('log'), report: useMay('report'), clean: useMay('clean') };
  const verbs = allVerbs.filter(({ right }) => allowed[right]);
  useHotkeys([
    ...verbs.map(({ key, path }): [string, () => void] => [key, () => goTo(path)]),
    ['T', () => router.push('/')],
    ['shift+?', keys.open],
    ['?', keys.open],
  ]);
  return (
    <div className={classes.verbs} role="group" aria-label="What to do">
      {verbs.map(({ key, name, path }) => (
        <a key={key} href={path + scope} className={classes.verb} aria-keyshortcuts={key}>
          {name} <kbd aria-hidden="true">{key}</kbd>
        </a>
      ))}
      <Dialog opened={keysShown} onClose={keys.close} title="Keys" size="sm">
        <dl className={classes.keys}>
          {[
            ...verbs.map(({ key, name }) => [key, name]),
            ['T', 'Today'],
            ['/', 'Search'],
            ['?', 'This list'],
            ['Esc', 'Close what is open'],
            ['Tab', 'Next field or column'],
          ].map(([key, what]) => (
            <div key={key} style={{ display: 'contents' }}>
              <dt>
                <kbd>{key}</kbd>
              </dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
      </Dialog>
    </div>
  );
}
