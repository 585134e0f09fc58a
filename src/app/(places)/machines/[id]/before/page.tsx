import { notFound } from 'next/navigation';
import { kept, ofToday } from '../../../../../services/kept';
import { pastPage } from '../../../../../services/care/past';
import { machineSlots } from '../../../../../services/parts/module-views';
import { findMachine } from '../../../../../services/machines/machine-view';
import { PastForm } from '../../../../../ui/machines/PastForm';
import { Slots } from '../../../../../ui/parts/Slots';
import { Rooms } from '../../../../../ui/machines/Rooms';
import { Below } from '../../../../../ui/shared/first-picture';
import { enter } from '../../../../_server/shop';
import { sayPastAction } from '../../../../actions/care';
import * as partsActions from '../../../../actions/parts';

export const metadata = { title: 'Before this book' };

export default async function BeforePage({ params }: { params: Promise<{ id: string }> }) {
  const { shop } = await enter('set up');
  const { id } = await params;
  const machine = findMachine(shop, id);
  if (!machine || machine.retiredAt !== null) notFound();
  return (
    <>
      <h1>{machine.nickname}: before this book</h1>
      <Rooms machine={machine} here="/before" />
      <p className="quiet">
        Whatever nobody knows stays <i>not known</i>: it is drawn apart from clean, and asks for a
        first look. Everything here can be said{' '}
        <a className="line" href={`/machines/${id}`}>
          later
        </a>
        , and said anew. Notebooks and sheets are taken in{' '}
        <a className="line" href="/import?kind=care">
          from a file
        </a>
        .
      </p>
      <PastForm
        machine={{ id, nickname: machine.nickname }}
        page={kept(shop, `past ${id}`, ofToday, () => pastPage(shop, id))}
        now={shop.now()}
        zone={shop.zone}
        say={sayPastAction}
      />
      <Below>
        <Slots
          machine={{ id, nickname: machine.nickname }}
          slots={machineSlots(shop, id)}
          now={shop.now()}
          zone={shop.zone}
          actions={{
            add: partsActions.addModuleAction,
            move: partsActions.moveModuleAction,
            replace: partsActions.replaceModuleAction,
            end: partsActions.endModuleAction,
          }}
        />
      </Below>
    </>
  );
}
