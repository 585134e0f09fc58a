'use client';

import { createContext, useContext, type ReactNode } from 'react';

const OpenSheetsContext = createContext<ReadonlyMap<string, string>>(new Map());

/** Which clean-downs are open, by machine. */
export function OpenSheetsProvider({
  sheets,
  children,
}: {
  sheets: ReadonlyMap<string, string>;
  children: ReactNode;
}) {
  return <OpenSheetsContext value={sheets}>{children}</OpenSheetsContext>;
}

/** Leads to cleaning some tasks of a machine; where its clean-down is open already, back to that one. */
export function CleanLink({
  machineId,
  picked,
  what,
  name,
}: {
  machineId: string;
  /** names of the tasks: station and task, joined by a dot */
  picked: readonly string[];
  /** what it says where nothing is open */
  what: string;
  /** what is cleaned, for whoever does not see where it stands */
  name: string;
}) {
  const sheet = useContext(OpenSheetsContext).get(machineId);
  return (
    <a
      className="go"
      href={sheet ? `/clean/${sheet}` : `/clean?machine=${machineId}&pick=${picked.join(',')}`}
      aria-label={`${sheet ? 'Resume the clean-down' : what}: ${name}`}
    >
      {sheet ? 'Resume' : what}
    </a>
  );
}
