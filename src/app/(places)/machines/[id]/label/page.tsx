import { notFound } from 'next/navigation';
import { labelUrl, qrSvg } from '../../../../../services/machines/labels';
import { findMachine } from '../../../../../services/machines/machine-view';
import { Label } from '../../../../../ui/machines/Label';
import { PrintButton } from '../../../../../ui/machines/PrintButton';
import { listensAlone } from '../../../../../services/setup/address';
import { AddressNote } from '../../../../../ui/setup/AddressNote';
import { phoneAddress } from '../../../../_server/address';
import { enter } from '../../../../_server/shop';

export const metadata = { title: 'Label' };

export default async function LabelPage({ params }: { params: Promise<{ id: string }> }) {
  const { shop } = await enter('clean');
  const machine = findMachine(shop, (await params).id);
  if (!machine || machine.retiredAt !== null) notFound();
  const address = await phoneAddress();
  const url = address.base && labelUrl(address.base, machine);
  return (
    <>
      <div className="no-print">
        <h1>Label for {machine.nickname}</h1>
        <p>Print it, stick it where hands reach it.</p>
        <AddressNote address={address} alone={listensAlone()} />
      </div>
      {url && (
        <>
          <Label
            nickname={machine.nickname}
            url={url}
            qr={await qrSvg(url)}
            stop={shop.stopInstruction}
          />
          <p className="no-print">
            <PrintButton />
          </p>
        </>
      )}
    </>
  );
}
