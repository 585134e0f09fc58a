import { forecastRecords } from '../../../../services/forecast/forecast';
import { ForecastTable } from '../../../../ui/forecast/ForecastTable';
import { SetupRooms } from '../../../../ui/setup/SetupRooms';
import { enter } from '../../../_server/shop';

export const metadata = { title: 'Forecast' };

export default async function ForecastPage() {
  const { shop } = await enter('set up');
  return (
    <>
      <h1>How right the forecasts were</h1>
      <SetupRooms here="/setup/forecast" />
      <ForecastTable records={forecastRecords(shop)} />
    </>
  );
}
