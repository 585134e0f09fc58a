/** The honest ways of setting limits: little and often, by the meter, by the calendar, combined. */
export const schools = ['little', 'meter', 'calendar', 'combined'] as const;
export type School = (typeof schools)[number];
