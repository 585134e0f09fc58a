import { notFound } from 'next/navigation';
import { partsToLookAt } from '../../../../../services/cleaning/after-fire';
import { findMachine } from '../../../../../services/machines/machine-view';
import { AfterFire } from '../../../../../ui/cleaning/AfterFire';
import { theBoard } from '../../../../_server/board';
import { enter } from '../../../../_server/shop';
import { recordAfterFireAction } from '../../../../actions/cleaning';

/** The shop writes its instruction to stand behind other words. */
const sentence = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

export const metadata = { title: 'After a fire' };

export default async function AfterFirePage({ params }: { params: Promise<{ id: string }> }) {
  const { shop } = await enter('clean');
  const { id } = await params;
  const row = findMachine(shop, id);
  const machine = theBoard().machines.find((one) => one.id === id);
  if (!row || !machine) notFound();
  return (
    <>
      <h1>{row.nickname}: after a fire</h1>
      <p>
        <b>It burns still? {sentence(shop.stopInstruction)}</b>
      </p>
      <p className="quiet">
        Only when it is out and cold, the plug pulled. Look first, part by part; then decide how
        deep it is cleaned. The fault itself is reported and proved by itself.
      </p>
      <AfterFire machineId={id} parts={partsToLookAt(machine)} record={recordAfterFireAction} />
    </>
  );
}
