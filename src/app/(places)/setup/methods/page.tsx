import { answeredQuestions, settledDisputes } from '../../../../services/care/methods';
import { stationPlace } from '../../../../services/machines/machine-view';
import { requireMachine } from '../../../../services/machines/machines';
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
  searchParams: Promise<{ station?: string; machine?: string }>;
}) {
  const { shop } = await enter('set up');
  const { station: asked, machine: named } = await searchParams;
  const station = asked ? stationPlace(shop, asked) : null;
  const found = named && !station ? requireMachine(shop, named) : null;
  const machine = found?.ok ? found.value : null;
  const place = {
    machineId: station?.machineId ?? machine?.id ?? null,
    stationId: station?.stationId ?? null,
  };
  const questions = answeredQuestions(shop, place).filter(
    ({ groups }) => !station || groups.some((group) => station.groups.includes(group)),
  );
  const where = station
    ? `${station.machine}: ${station.station}`
    : machine
      ? machine.nickname
      : null;
  return (
    <>
      <h1>{where ? `Methods at ${where}` : 'Methods'}</h1>
      <SetupRooms here="/setup/methods" />
      <p className="quiet">
        Practitioners disagree on these, each with a reason. Choose what{' '}
        {station
          ? 'is done at this station'
          : machine
            ? 'is done on this machine'
            : 'this shop does'}
        : the words, tools, supplies and cautions of its sheets follow, and the record keeps which
        way was used.{' '}
        {where && (
          <a className="line" href="/setup/methods">
            The whole shop&apos;s methods
          </a>
        )}
      </p>
      <div className={classes.stack}>
        <Matrix settled={[...settledDisputes(shop)]} />
        <Questions
          questions={questions}
          place={place}
          now={shop.now()}
          zone={shop.zone}
          choose={chooseMethodAction}
        />
      </div>
    </>
  );
}
