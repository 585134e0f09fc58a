import type { Criticality } from '../../core/care/danger';
import { adviceFor, faultTitle, holdsAtOnce, type Danger } from '../../catalogue/signs';
import { insertDataEntry } from '../../records/audit-log';
import type { EntryData } from '../../records/audit-log-data';
import type { StationRow } from '../../records/machines';
import { callBySigns } from '../care/call-or-defer';
import { stopWords } from '../machines/holds';
import { tellReport } from '../mail/letters';
import { stamp, type Actor, type Shop } from '../shop';

/** Opens a fault for a station found damaged. A damaged optic stops work: firing through it breaks the next part. */
export function openFoundDamage(
  shop: Shop,
  actor: Actor,
  station: StationRow,
  criticality: Criticality,
  at: number,
  careEntryId: string,
): string {
  const danger: Danger =
    criticality === 'optic damage' || criticality === 'fire' ? 'pause' : 'degraded';
  return openFault(shop, actor, {
    machineId: station.machineId,
    at,
    signs: ['other'],
    danger,
    note: `Found damaged: ${station.name}`,
    careEntryId,
  });
}

/** Writes a fault and, for dangers that stop work, its hold. The caller holds the transaction. */
export function openFault(
  shop: Shop,
  actor: Actor,
  fault: {
    machineId: string;
    at: number;
    signs: string[];
    danger: Danger;
    note: string | null;
    material?: string | null;
    stillHappens?: boolean | null;
    careEntryId?: string | null;
    opened?: string[];
    job?: EntryData<'fault'>['job'];
    again?: string;
    when?: EntryData<'fault'>['when'];
    where?: EntryData<'fault'>['where'];
    pointedAt?: string;
    key?: string;
    /** what whoever reported it was told, where that is more than the danger says */
    advice?: string;
  },
): string {
  const common = { machineId: fault.machineId, ...stamp(shop, actor, fault.at) };
  const id = insertDataEntry(shop.db, {
    kind: 'fault',
    ...common,
    key: fault.key ?? null,
    note: fault.note,
    data: {
      signs: fault.signs,
      danger: fault.danger,
      material: fault.material ?? null,
      stillHappens: fault.stillHappens ?? null,
      careEntryId: fault.careEntryId ?? null,
      ...(fault.opened && { opened: fault.opened }),
      ...(fault.job && { job: fault.job }),
      ...(fault.again && { again: fault.again }),
      ...(fault.when && { when: fault.when }),
      ...(fault.where && { where: fault.where }),
      ...(fault.pointedAt && { pointedAt: fault.pointedAt }),
    },
  });
  if (holdsAtOnce(fault.danger)) {
    insertDataEntry(shop.db, {
      kind: 'hold',
      ...common,
      subjectId: id,
      data: {
        why: 'fault',
        words: fault.danger === 'stop' ? stopWords : 'reported fault',
      },
    });
  }
  callBySigns(shop, actor, { id, ...fault });
  tellReport(shop, {
    id,
    machineId: fault.machineId,
    danger: fault.danger,
    words: faultTitle(fault.signs, fault.note),
    advice: fault.advice ?? adviceFor(fault.danger, shop.stopInstruction, fault.signs),
    by: actor,
  });
  return id;
}
