import { weightLines } from '../../../../services/usage/soil-weights';
import { SetupRooms } from '../../../../ui/setup/SetupRooms';
import { Weights } from '../../../../ui/usage/Weights';
import { enter } from '../../../_server/shop';
import * as actions from '../../../actions/usage';

export const metadata = { title: 'Soil weights' };

export default async function WeightsPage({
  searchParams,
}: {
  searchParams: Promise<{ why?: string }>;
}) {
  const { shop } = await enter('set up');
  const { why } = await searchParams;
  const lines = weightLines(shop);
  return (
    <>
      <h1>Soil weights</h1>
      <SetupRooms here="/setup/weights" />
      <Weights
        key={why ?? ''}
        lines={lines}
        asked={lines.some(({ label }) => label === why) ? why! : null}
        now={shop.now()}
        zone={shop.zone}
        change={actions.changeWeightAction}
        start={actions.startReweighAction}
        view={actions.viewReweighAction}
        cancel={actions.cancelReweighAction}
      />
    </>
  );
}
