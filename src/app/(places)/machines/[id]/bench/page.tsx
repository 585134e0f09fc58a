import { inPercent } from '../../../../../core/units/percent';
import { notFound } from 'next/navigation';
import { findMachine } from '../../../../../services/machines/machine-view';
import { benchTools } from '../../../../../services/readings/bench/bench-view';
import { currentStrength } from '../../../../../services/readings/strength/burns';
import { Rooms } from '../../../../../ui/machines/Rooms';
import { ToolCards } from '../../../../../ui/readings/bench/ToolCards';
import { ago } from '../../../../../ui/shared/marks/when';
import { enter } from '../../../../_server/shop';

export const metadata = { title: 'Bench' };

export default async function MachineBenchPage({ params }: { params: Promise<{ id: string }> }) {
  const { shop } = await enter('see');
  const { id } = await params;
  const machine = findMachine(shop, id);
  if (!machine || machine.retiredAt !== null) notFound();
  const now = shop.now();
  const strength = currentStrength(shop, id);
  return (
    <>
      <h1>{machine.nickname}: bench</h1>
      <Rooms machine={machine} here="/bench" />
      <p className="quiet">
        The test burn has{' '}
        <a className="line" href={`/machines/${id}/strength`}>
          a page of its own
        </a>
        {strength
          ? `: ${inPercent(strength.strength)} of the baseline, ${ago(strength.at, now, shop.zone)}.`
          : '; nothing was measured there yet.'}
      </p>
      <ToolCards machineId={id} tools={benchTools(shop, id)} now={now} zone={shop.zone} />
    </>
  );
}
