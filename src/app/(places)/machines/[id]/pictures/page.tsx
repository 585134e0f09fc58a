import { notFound } from 'next/navigation';
import { findMachine } from '../../../../../services/machines/machine-view';
import { picturesOfKind } from '../../../../../services/machines/pictures';
import { SideBySide } from '../../../../../ui/machines/pictures/SideBySide';
import { theBoard } from '../../../../_server/board';
import { enter } from '../../../../_server/shop';

export const metadata = { title: 'Pictures' };

interface PicturesPageProps {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ station?: string }>;
}

export default async function PicturesPage({ params, searchParams }: PicturesPageProps) {
  const { shop } = await enter('see');
  const [{ id }, { station: slug }] = await Promise.all([params, searchParams]);
  const machine = findMachine(shop, id);
  const station = theBoard()
    .machines.find((one) => one.id === id)
    ?.stations.find((one) => one.slug === slug);
  if (!machine || !station) notFound();
  const all = picturesOfKind(shop, station.kind);
  const own = all.filter(({ stationId }) => stationId === station.id);
  const last = own.at(-1) ?? all.at(-1);
  const before = own.findLast((one) => one !== last && one.when !== last?.when) ?? own.at(-2);
  return (
    <>
      <h1>
        {machine.nickname}: pictures of {station.name.toLowerCase()}
      </h1>
      <p className="quiet">
        <a className="line" href={`/machines/${id}?station=${station.slug}`}>
          The station
        </a>
        . Before and after its cleanings, and of the same part of other machines. Taken from the
        same side each time they can be compared.
      </p>
      {last ? (
        <SideBySide
          pictures={all}
          first={[(before ?? last).photo, last.photo]}
          now={shop.now()}
          zone={shop.zone}
        />
      ) : (
        <p className="panel">
          No pictures yet. In a clean-down each task takes one before and one after; they come here.
        </p>
      )}
    </>
  );
}
