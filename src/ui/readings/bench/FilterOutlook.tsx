import type { FilterLoad } from '../../../core/readings/draught';
import { threeFigures } from '../../../core/readings/reading';

/** How fast the filter loads, and when it is to be changed at that pace. */
export function FilterOutlook({ load }: { load: FilterLoad | null }) {
  if (!load) return null;
  const { perHour, error, hoursLeft } = load;
  const hours = (value: number) => `${threeFigures(Math.round(value))} run hours`;
  return (
    <section className="panel">
      <h2>How the filter loads</h2>
      {hoursLeft ? (
        <p>
          Ten run hours add {threeFigures(perHour * 1000)} % (± {threeFigures(error * 1000)}) of
          what it took when it was clean. It takes twice that in about{' '}
          <b>{hours(hoursLeft.likely)}</b>, {Math.round(hoursLeft.early)} to{' '}
          {Math.round(hoursLeft.late)} by one standard error.
        </p>
      ) : (
        <p>So far no growth shows that is more than the readings scatter.</p>
      )}
    </section>
  );
}
