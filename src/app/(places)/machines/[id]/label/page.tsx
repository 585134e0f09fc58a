import { notFound } from 'next/navigation';
import { labelUrl, qrSvg } from '../../../../../services/machines/labels';
import { findMachine } from '../../../../../services/machines/machine-view';
import { Label } from '../../../../../ui/machines/Label';
import { PrintButton } from '../../../../../ui/machines/PrintButton';
import { publicAddress } from '../../../../_server/address';
import { enter } from '../../../../_server/shop';

export const metadata = { title: 'Label' };

export default async function LabelPage({ params }: { params: Promise<{ id: string }> }) {
  const { shop } = await enter('clean');
  const machine = findMachine(shop, (await params).id);
  if (!machine || machine.retiredAt !== null) notFound();
  const { base, fixed } = await publicAddress();
  const url = labelUrl(base, machine);
  return (
    <>
      <div className="no-print">
        <h1>Label for {machine.nickname}</h1>
        <p>
          Print it, stick it where hands reach it.{' '}
          {fixed
            ? ''
            : 'Set PUBLIC_URL to the address phones reach this server by: this label points to the address you use now.'}
        </p>
      </div>
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
  );
}
