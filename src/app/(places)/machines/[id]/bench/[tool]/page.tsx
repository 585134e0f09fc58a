import { notFound } from 'next/navigation';
import { findMachine } from '../../../../../../services/machines/machine-view';
import { readingsOf } from '../../../../../../services/readings/bench/bench';
import {
  benchPresets,
  benchTools,
  filterOutlook,
} from '../../../../../../services/readings/bench/bench-view';
import { ratedWatts } from '../../../../../../services/readings/strength/strength';
import { Rooms } from '../../../../../../ui/machines/Rooms';
import classes from '../../../../../../ui/readings/bench/Bench.module.css';
import { Advice } from '../../../../../../ui/readings/bench/DotsBench';
import { FilterOutlook } from '../../../../../../ui/readings/bench/FilterOutlook';
import { Instruments } from '../../../../../../ui/readings/bench/Instruments';
import { ReadingChart } from '../../../../../../ui/readings/bench/ReadingChart';
import { Allowed } from '../../../../../../ui/shared/frame/Allowed';
import { enter } from '../../../../../_server/shop';
import { recordReadingAction } from '../../../../../actions/readings';

export const metadata = { title: 'Bench' };

export default async function InstrumentPage({
  params,
}: {
  params: Promise<{ id: string; tool: string }>;
}) {
  const { shop } = await enter('see');
  const { id, tool: slug } = await params;
  const machine = findMachine(shop, id);
  if (!machine || machine.retiredAt !== null) notFound();
  const tool = benchTools(shop, id).find((one) => one.slug === slug);
  if (!tool) notFound();
  const now = shop.now();
  const readings = readingsOf(shop, id);
  const last = tool.latest[0]?.taken;
  const lastDots = last?.instrument === 'dots' ? last : null;
  return (
    <>
      <h1>
        {machine.nickname}: {tool.name.toLowerCase()}
      </h1>
      <Rooms machine={machine} here="/bench" />
      <div className={classes.page}>
        <div className={classes.side}>
          <Allowed right="clean">
            <Instruments
              slug={tool.slug}
              machineId={id}
              presets={benchPresets(shop, machine)}
              watts={ratedWatts(machine)}
              now={now}
              zone={shop.zone}
              record={recordReadingAction}
            />
          </Allowed>
        </div>
        <div className={classes.side}>
          {tool.latest.length === 0 && (
            <p className="panel quiet">
              Nothing was read here yet. Keep the first reading of the sound machine as the
              baseline: later ones are held against it.
            </p>
          )}
          {lastDots && (
            <section className="panel">
              <h2>What the last dots ask for</h2>
              <Advice reading={lastDots} placed={lastDots.dots.length} />
            </section>
          )}
          {tool.slug === 'draught' && <FilterOutlook load={filterOutlook(shop, id)} />}
          {tool.latest.map(({ subject }) => (
            <ReadingChart
              key={subject}
              readings={readings.filter((one) => one.subject === subject)}
              cleaned={tool.cleaned}
              now={now}
              zone={shop.zone}
            />
          ))}
        </div>
      </div>
    </>
  );
}
