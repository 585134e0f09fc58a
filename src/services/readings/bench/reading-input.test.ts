import { instruments } from '../../../core/readings/reading';
import { readingData } from '../../../records/reading-data';
import { readingInput } from './reading-input';

test('what is typed and what is kept know every instrument, and no other', () => {
  const known = (schema: typeof readingInput | typeof readingData) =>
    schema.options.flatMap((option) => [...option.shape.instrument.values]).sort();
  expect(known(readingInput)).toEqual([...instruments].sort());
  expect(known(readingData)).toEqual([...instruments].sort());
});
