'use client';

import { usePathname } from 'next/navigation';
import { Allowed } from './Allowed';
import classes from './Frame.module.css';

const places = [
  { href: '/', name: 'Today', right: 'see' },
  { href: '/plan', name: 'Plan', right: 'see' },
  { href: '/faults', name: 'Faults', right: 'see' },
  { href: '/bench', name: 'Bench', right: 'see' },
  { href: '/record', name: 'Record', right: 'see' },
  { href: '/evidence', name: 'Evidence', right: 'see' },
  { href: '/setup', name: 'Set-up', right: 'set up' },
] as const;

/** The places; a number stands beside Faults while reports wait for a first look. */
export function Places({ unanswered }: { unanswered: number }) {
  const pathname = usePathname();
  return (
    <nav className={classes.places} aria-label="Places">
      {places.map(({ href, name, right }) => {
        const here = href === '/' ? pathname === '/' : pathname.startsWith(href);
        return (
          <Allowed key={href} right={right}>
            <a href={href} className={classes.placeLink} aria-current={here ? 'page' : undefined}>
              {name}
              {href === '/faults' && unanswered > 0 && (
                <span className={classes.unanswered} title="reports nobody has looked at">
                  {unanswered}
                  <span className="visually-hidden"> not looked at</span>
                </span>
              )}
            </a>
          </Allowed>
        );
      })}
    </nav>
  );
}
