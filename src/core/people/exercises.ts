/** What can be practised without touching a machine. */
export const exercises = ['dots', 'drill', 'order', 'touch', 'facing'] as const;
export type Exercise = (typeof exercises)[number];

/** What an exercise is called, and what its score counts. */
export const exerciseWords: Readonly<Record<Exercise, { name: string; counts: string }>> = {
  dots: { name: 'Set the mirrors', counts: 'rounds' },
  drill: { name: 'Find the cause', counts: 'minutes' },
  order: { name: 'Put a sheet in order', counts: 'mistakes' },
  touch: { name: 'What may touch what', counts: 'right' },
  facing: { name: 'Which way round', counts: 'right' },
};
