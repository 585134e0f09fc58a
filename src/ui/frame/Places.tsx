'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import classes from './Frame.module.css';

const places = [
  { href: '/', name: 'Today' },
  { href: '/faults', name: 'Faults' },
  { href: '/record', name: 'Record' },
  { href: '/setup', name: 'Set-up' },
] as const;

export function Places() {
  const pathname = usePathname();
  return (
    <nav className={classes.places} aria-label="Places">
      {places.map(({ href, name }) => {
        const here = href === '/' ? pathname === '/' : pathname.startsWith(href);
        return (
          <Link
            key={href}
            href={href}
            className={classes.placeLink}
            aria-current={here ? 'page' : undefined}
          >
            {name}
          </Link>
        );
      })}
    </nav>
  );
}
