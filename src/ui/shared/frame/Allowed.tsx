'use client';

import { createContext, useContext, type ReactNode } from 'react';
import { may, type Right, type Role } from '../../../core/people/roles';

/** Without anybody named nothing is shown. */
const RoleContext = createContext<Role | null>(null);

/** Says whose eyes see the page. What a role may not do is not shown; the server refuses it in any case. */
export function RoleProvider({ role, children }: { role: Role; children: ReactNode }) {
  return <RoleContext value={role}>{children}</RoleContext>;
}

/** Whether whoever looks may do something. */
export function useMay(right: Right): boolean {
  const role = useContext(RoleContext);
  return role !== null && may(role, right);
}

/** Shows its children only to those who may. */
export function Allowed({ right, children }: { right: Right; children: ReactNode }) {
  return useMay(right) ? children : null;
}
