'use client';

import { FigureInput } from '../shared/forms/FigureInput';
import type { fitCalendar, LittleUse } from '../../services/care/little-use';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { figure, useSendForm } from '../shared/forms/use-send-form';

const shownTasks = 6;

/** Where a machine is used so little that the calendar strikes long before use would: offers one that fits. */
export function FitCalendar({
  machineId,
  little,
  fit,
}: {
  machineId: string;
  /** by what was counted; `null`: too young to tell */
  little: LittleUse | null;
  fit: Send<typeof fitCalendar>;
}) {
  const form = useSendForm(fit, {
    initial: { hoursPerWeek: '' as number | '' },
    input: ({ hoursPerWeek }) => ({
      machineId,
      hoursPerWeek: hoursPerWeek === '' ? null : figure(hoursPerWeek),
    }),
    said: ({ changed }: { changed: number }) =>
      changed === 1 ? 'One calendar waits longer now.' : `${changed} calendars wait longer now.`,
  });
  const tasks = little?.tasks ?? [];
  if (little && tasks.length === 0) return null;
  return (
    <section className="panel" aria-labelledby="little-use">
      <h2 id="little-use">Used little?</h2>
      <p>
        {little
          ? `It ran ${little.hoursPerWeek.toFixed(1)} h a week of late: ${tasks.length === 1 ? 'one task comes' : `${tasks.length} tasks come`} due by the calendar long before use fouls them. `
          : 'It is too young to tell how much it is used. Where you expect little, say so: '}
        A calendar may wait until a quarter of the limit by use is consumed, at most four times as
        long; what can burn and what ages by itself keeps its own.
      </p>
      {tasks.length > 0 && (
        <ul>
          {tasks.slice(0, shownTasks).map(({ stationId, station, task, name, from, to }) => (
            <li key={`${stationId} ${task}`}>
              {station}, {name.toLowerCase()}: {from} days, then {to}
            </li>
          ))}
          {tasks.length > shownTasks && <li>and {tasks.length - shownTasks} more</li>}
        </ul>
      )}
      <SendForm
        of={form}
        button="Set these calendar limits"
        buttonProps={{ variant: 'default' }}
        row
      >
        <FigureInput
          label="Run hours a week, where you expect otherwise"
          placeholder={little ? little.hoursPerWeek.toFixed(1) : 'such as 1'}
          min={0}
          max={168}
          decimalScale={1}
          {...form.field('hoursPerWeek')}
        />
      </SendForm>
      <p className="quiet">
        Common practice, no source. Each change stands below with its reason and goes back one by
        one; the maker&apos;s manual comes first.
      </p>
    </section>
  );
}
