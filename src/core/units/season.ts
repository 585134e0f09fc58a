import { localDay } from './zone';

/** Zones south of the equator that have a winter in July: the rest is taken for northern. */
const southern =
  /^(Australia|Antarctica|Pacific\/(Auckland|Chatham)|America\/(Argentina|Sao_Paulo|Santiago|Montevideo|Asuncion|Punta_Arenas)|Africa\/(Johannesburg|Maseru|Mbabane|Harare|Windhoek|Gaborone))/;

/** Whether it is the warm half of the year where a zone lies: April to September, or the other half in the south. */
export function isWarmSeason(instant: number, zone: string): boolean {
  const month = new Date(localDay(instant, zone) * 86_400_000).getUTCMonth() + 1;
  const north = month >= 4 && month <= 9;
  return southern.test(zone) ? !north : north;
}
