/** When a sign shows. */
export const whens = ['from the start', 'after a while', 'now and then'] as const;
export type When = (typeof whens)[number];

/** Where it shows. */
export const wheres = ['everywhere', 'one side or corner', 'one spot', 'only some jobs'] as const;
export type Where = (typeof wheres)[number];
