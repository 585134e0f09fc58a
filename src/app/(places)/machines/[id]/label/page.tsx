import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { dangerAdvice } from '../../../../../catalogue/signs';
import { labelUrl, qrSvg } from '../../../../../services/labels';
import { findMachine } from '../../../../../services/machine-view';
import classes from '../../../../../ui/machine/Machine.module.css';
import { PrintButton } from '../../../../../ui/machine/PrintButton';
import { enter } from '../../../../_server/shop';

export const metadata = { title: 'Label' };

export default async function LabelPage({ params }: { params: Promise<{ id: string }> }) {
  const { shop } = await enter();
  const machine = findMachine(shop, (await params).id);
  if (!machine || machine.retiredAt !== null) notFound();
  const host = (await headers()).get('host') ?? '127.0.0.1:3000';
  const publicUrl = process.env['PUBLIC_URL'];
  const url = labelUrl(publicUrl || `http://${host}`, machine);
  return (
    <>
      <div className="no-print">
        <h1>Label for {machine.nickname}</h1>
        <p>
          Print it, stick it where hands reach it.{' '}
          {publicUrl
            ? ''
            : 'Set PUBLIC_URL to the address phones reach this server by: this label points to the address you use now.'}
        </p>
      </div>
      <section className={classes.label} aria-label={`Label of ${machine.nickname}`}>
        <h2>{machine.nickname}</h2>
        <div dangerouslySetInnerHTML={{ __html: await qrSvg(url) }} />
        <p>
          <b>I used it · Something is wrong · Is it ready?</b>
        </p>
        <p>Fire, sparks, broken guard: {dangerAdvice.stop.replace('Stop now: ', '')}</p>
        <p className={classes.labelUrl}>{url}</p>
      </section>
      <p className="no-print">
        <PrintButton />
      </p>
    </>
  );
}
