import Link from 'next/link';
import { answeredQuestions, settledDisputes } from '../../../../services/care/methods';
import { stationPlace } from '../../../../services/machines/machine-view';
import { Matrix } from '../../../../ui/care/Matrix';
import { Questions } from '../../../../ui/care/Questions';
import classes from '../../../../ui/care/Methods.module.css';
import { SetupRooms } from '../../../../ui/setup/SetupRooms';
import { enter } from '../../../_server/shop';
import { chooseMethodAction } from '../../../actions/care';

export const metadata = { title: 'Methods' };

export default async function MethodsPage({
  searchParams,
}: {
  searchParams: Promise<{ station?: string }>;
}) {
  const { shop } = await enter('set up');
  const { station: asked } = await searchParams;
  const place = asked ? stationPlace(shop, asked) : null;
  const questions = answeredQuestions(shop, place?.stationId ?? null).filter(
    ({ groups }) => !place || groups.some((group) => place.groups.includes(group)),
  );
  return (
    <>
      <h1>{place ? `Methods at ${place.machine}: ${place.station}` : 'Methods'}</h1>
      <SetupRooms here="/setup/methods" />
      <p className="quiet">
        Practitioners disagree on these, each with a reason. Choose what{' '}
        {place ? 'is done at this station' : 'this shop does'}; the record keeps which way was used.{' '}
        {place && (
          <Link className="line" href="/setup/methods">
            The whole shop&apos;s methods
          </Link>
        )}
      </p>
      <div className={classes.stack}>
        <Matrix settled={[...settledDisputes(shop)]} />
        <Questions
          questions={questions}
          stationId={place?.stationId ?? null}
          now={shop.now()}
          zone={shop.zone}
          choose={chooseMethodAction}
        />
      </div>
    </>
  );
}
