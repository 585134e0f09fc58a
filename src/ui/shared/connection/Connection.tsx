'use client';

import { useEffect } from 'react';
import { clockTime } from '../marks/when';
import { linkUnder, pageOf } from '../SoftLinks';
import classes from './Connection.module.css';
import { keepPages } from './keep-pages';
import { thisLine, useLine, watchLine } from './this-line';

/**
 * Says so while the server does not answer, and keeps what is shown.
 * @param madeAt when the server made this page, UTC milliseconds
 * @param zone of the shop
 */
export function Connection({ madeAt, zone }: { madeAt: number; zone: string }) {
  const { lost, answeredAt } = useLine();
  useEffect(() => {
    watchLine(madeAt);
    keepPages();
    const stay = (event: MouseEvent) => {
      const link = linkUnder(event);
      // the router waits with a page; a file would leave for the browser's page of errors
      if (link?.getAttribute('href')?.startsWith('/') && !pageOf(link) && thisLine.state().lost)
        event.preventDefault();
    };
    document.addEventListener('click', stay);
    return () => document.removeEventListener('click', stay);
  }, [madeAt]);
  if (!lost) return <div aria-live="polite" />;
  return (
    <div aria-live="polite" className={classes.bar}>
      <b>No connection.</b> As of {clockTime(answeredAt, zone)}. It goes on by itself when the
      server answers; what you typed stays.
    </div>
  );
}
