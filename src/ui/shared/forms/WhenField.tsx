'use client';

import dynamic from 'next/dynamic';

/** Loaded only where one is shown: the calendar is heavy for a phone at a label. */
export const WhenField = dynamic(() => import('./WhenPicker').then((found) => found.WhenPicker));
