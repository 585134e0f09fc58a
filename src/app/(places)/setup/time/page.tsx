import { localDay, startOfLocalDay } from '../../../../core/units/zone';
import { machineNames } from '../../../../services/machines/machine-view';
import { bookings, calendarFolder, calendars } from '../../../../services/schedule/bookings';
import { technicianTime } from '../../../../services/schedule/time';
import { SetupRooms } from '../../../../ui/setup/SetupRooms';
import { BookingForms } from '../../../../ui/schedule/BookingForms';
import { DaysForm } from '../../../../ui/schedule/DaysForm';
import { WeekForm } from '../../../../ui/schedule/WeekForm';
import classes from '../../../../ui/schedule/Time.module.css';
import { enter } from '../../../_server/shop';
import * as actions from '../../../actions/schedule';

export const metadata = { title: 'Time and bookings' };

/** Bookings of so many days ahead are listed. */
const shownDays = 60;

export default async function TimePage() {
  const { shop } = await enter('set up');
  const now = shop.now();
  const today = localDay(now, shop.zone);
  const { week, closed, changes } = technicianTime(shop);
  const from = startOfLocalDay(today, shop.zone);
  const to = startOfLocalDay(today + shownDays, shop.zone);
  return (
    <>
      <h1>Time and bookings</h1>
      <SetupRooms here="/setup/time" />
      <div className={classes.page}>
        <WeekForm
          key={JSON.stringify([week, closed])}
          week={week}
          closed={closed}
          keep={actions.setWeekAction}
        />
        <DaysForm
          changes={changes.filter((one) => one.to >= today)}
          today={today}
          zone={shop.zone}
          now={now}
          add={actions.changeDaysAction}
          drop={actions.dropTimeEntryAction}
        />
        <BookingForms
          machines={machineNames(shop, { retired: false })}
          bookings={bookings(shop, from, to)}
          calendars={calendars(shop)}
          folder={calendarFolder(shop)}
          zone={shop.zone}
          now={now}
          add={actions.addBookingAction}
          drop={actions.dropTimeEntryAction}
          addFile={actions.addCalendarAction}
          link={actions.linkCalendarAction}
          readAgain={actions.readCalendarAgainAction}
          remove={actions.removeCalendarAction}
        />
      </div>
    </>
  );
}
