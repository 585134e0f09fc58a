'use client';

import { Link } from '../Link';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import classes from './Frame.module.css';

/** A row of the rack; marked when its machine is the one in view. */
export function RackLink({ href, children }: { href: string; children: ReactNode }) {
  const here = usePathname().startsWith(href);
  return (
    <Link href={href} className={classes.link} aria-current={here ? 'page' : undefined}>
      {children}
    </Link>
  );
}
