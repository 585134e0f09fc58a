import { readyWord } from '../services/background/ready-word';
import { readCalendar, type CalendarOrder } from '../services/schedule/icalendar';

/** A process of its own that works out the times of one calendar, and ends. */
process.on('message', ({ text, zone, from, to }: CalendarOrder) => {
  process.send!(readCalendar(text, zone, from, to), undefined, undefined, () =>
    process.disconnect(),
  );
});
process.on('disconnect', () => process.exit());
process.send!(readyWord);
