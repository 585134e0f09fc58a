import { forecastRecords } from '../../../../services/forecast/forecast';
import { EvidenceRooms } from '../../../../ui/evidence/EvidenceRooms';
import { ForecastTable } from '../../../../ui/forecast/ForecastTable';
import { enter } from '../../../_server/shop';

export const metadata = { title: 'How right the forecasts were' };

export default async function ForecastPage() {
  const { shop } = await enter('see');
  return (
    <>
      <EvidenceRooms here="/evidence/forecast" />
      <ForecastTable records={forecastRecords(shop)} />
    </>
  );
}
