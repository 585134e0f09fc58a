import { RateLimit, takeAll } from '../../services/device-api/rate';

interface Limits {
  /** of one phone at one label */
  phone: RateLimit;
  /** of one phone at all labels */
  address: RateLimit;
  /** of one label, whoever holds it */
  label: RateLimit;
  pictures: RateLimit;
}

const place = globalThis as { bitacoraLabels?: Limits };

function limits(): Limits {
  place.bitacoraLabels ??= {
    phone: new RateLimit({ burst: 12, perSecond: 1 / 10 }),
    address: new RateLimit({ burst: 40, perSecond: 1 / 3 }),
    label: new RateLimit({ burst: 60, perSecond: 1 / 2 }),
    pictures: new RateLimit({ burst: 20, perSecond: 1 / 2 }),
  };
  return place.bitacoraLabels;
}

/** Seconds an address must wait before it writes again through this label; 0: it may now. */
export function labelWait(token: string, address: string, now: number): number {
  const { phone, address: everywhere, label } = limits();
  return takeAll(
    [
      { limit: phone, caller: `${address} ${token}` },
      { limit: everywhere, caller: address },
      { limit: label, caller: token },
    ],
    now,
  );
}

/** Seconds an address must wait before it sends another picture; 0: it may now. */
export function pictureWait(address: string, now: number): number {
  return limits().pictures.take(address, now);
}
