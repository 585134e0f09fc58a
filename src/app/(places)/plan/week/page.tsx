import { ScheduleRooms } from '../../../../ui/schedule/ScheduleRooms';
import { WeekSheet } from '../../../../ui/schedule/WeekSheet';
import { theBoard } from '../../../_server/board';
import { theSchedule } from '../../../_server/schedule';
import { enter } from '../../../_server/shop';

export const metadata = { title: 'Week sheet' };

export default async function WeekSheetPage({
  searchParams,
}: {
  searchParams: Promise<{ week?: string }>;
}) {
  const { shop } = await enter('see');
  const { now } = theBoard();
  const { state, weeks } = theSchedule();
  const week = Math.min(3, Math.max(0, Number((await searchParams).week) || 0));
  return (
    <>
      <ScheduleRooms here="/plan/week" />
      <WeekSheet state={state} weeks={weeks} week={week} zone={shop.zone} now={now} />
    </>
  );
}
