/** What people of a shop are to it, the one who may most first. */
export const roles = ['technician', 'helper', 'operator', 'reader'] as const;
export type Role = (typeof roles)[number];

/** What can be allowed. */
export const rights = ['see', 'log', 'report', 'clean', 'diagnose', 'set up'] as const;
export type Right = (typeof rights)[number];

/** What each role may do: the only place that says so. */
export const roleRights: Readonly<Record<Role, readonly Right[]>> = {
  technician: rights,
  helper: ['see', 'log', 'report', 'clean', 'diagnose'],
  operator: ['see', 'log', 'report'],
  reader: ['see'],
};

/** Whether a role may do something. */
export function may(role: Role, right: Right): boolean {
  return roleRights[role].includes(right);
}

/** What a role is, in words for those who choose it. */
export const roleWords: Readonly<Record<Role, string>> = {
  technician: 'everything, set-up and people too',
  helper: 'cleans, logs, diagnoses and repairs; no set-up',
  operator: 'logs use, reports faults, sees how machines stand',
  reader: 'only looks',
};

const refusals: Readonly<Record<Right, string>> = {
  see: 'see this',
  log: 'log use',
  report: 'report faults',
  clean: 'clean or judge machines',
  diagnose: 'diagnose, repair or return machines',
  'set up': 'change the set-up',
};

/** Why something is refused: "An operator may not change the set-up. Ask the technician." */
export function refusalWords(role: Role, right: Right): string {
  const one = role === 'operator' ? 'An operator' : `A ${role}`;
  return `${one} may not ${refusals[right]}. Ask the technician.`;
}
