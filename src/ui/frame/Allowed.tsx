'use client';

import { createContext, useContext, type ReactNode } from 'react';
import { may, type Right, type Role } from '../../core/people/roles';

const RoleContext = createContext<Role>('technician');

/** Says whose eyes see the page. What a role may not do is not shown; the server refuses it in any case. */
export function RoleProvider({ role, children }: { role: Role; children: ReactNode }) {
  return <RoleContext value={role}>{children}</RoleContext>;
}

/** Whether whoever looks may do something. */
export function useMay(right: Right): boolean {
  return may(useContext(RoleContext), right);
}

/** Shows its children only to those who may. */
export function Allowed({ right, children }: { right: Right; children: ReactNode }) {
  return useMay(right) ? children : null;
}
