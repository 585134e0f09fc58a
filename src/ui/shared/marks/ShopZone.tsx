'use client';

import { tellOffsets, type ZoneOffsets } from '../../../core/units/zone';

/** Tells the browser the clocks of the shop's zone, before anything below writes a time. */
export function ShopZone({ offsets }: { offsets: ZoneOffsets }) {
  tellOffsets(offsets);
  return null;
}
