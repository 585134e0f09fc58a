'use client';

import type { LabelAsks as Asks } from '../../services/shop';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../forms/ProblemNote';
import { Tiles } from '../forms/Tiles';
import { useAction } from '../forms/use-action';

/** What a label asks of whoever logs or reports there. */
export function LabelAsks({
  asks,
  change,
}: {
  asks: Asks;
  change: (name: 'label-asks', value: string) => Promise<Outcome<string>>;
}) {
  const { run, problem } = useAction(change);
  return (
    <section className="panel" aria-labelledby="asks" style={{ marginTop: 16 }}>
      <h2 id="asks">On the labels</h2>
      <Tiles<Asks>
        legend="Who logs or reports at a machine gives"
        tiles={[
          { value: 'nothing', label: 'a name, if they like', hint: 'nobody is held up' },
          { value: 'name', label: 'a name from the list' },
          { value: 'code', label: 'their own short code', hint: 'nobody can sign for another' },
        ]}
        value={asks}
        onChange={(value) => value && run('label-asks', value)}
      />
      <p className="quiet">
        A report of danger is taken from anybody, and whether a machine is ready is told to anybody.
      </p>
      <ProblemNote problem={problem} />
    </section>
  );
}
