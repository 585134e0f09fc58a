'use client';

import { useState } from 'react';
import { ago } from '../shared/marks/when';
import classes from './Follow.module.css';
import { reportedHere, type ReportedHere as Report } from './reported-here';

/** The reports of a machine that were made on this device, opened on demand: what becomes of each. */
export function ReportedHere({ machineId, zone }: { machineId: string; zone: string }) {
  const [kept, setKept] = useState<{ all: Report[]; now: number } | null>(null);
  const look = () => {
    const now = Date.now();
    setKept({ all: reportedHere.all(now).filter((one) => one.machineId === machineId), now });
  };
  return (
    <details onToggle={(event) => event.currentTarget.open && look()} className={classes.here}>
      <summary>What I reported here</summary>
      {kept?.all.length === 0 && <p className="quiet">Nothing was reported on this device.</p>}
      <ul>
        {kept?.all.map(({ follow, words, at }) => (
          <li key={follow}>
            <a className="line" href={`/follow/${follow}`}>
              {words}
            </a>{' '}
            <span className="quiet">{ago(at, kept.now, zone)}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}
