import { judgeMethod } from './matrix';
import { substitutesFor } from './substitutes';
import { consumables } from './consumables';

const never = () => false;

test('what stands for another is of its group, without itself and each once', () => {
  expect(substitutesFor('lens swabs', never)).toEqual([
    'cotton swabs',
    'thin swabs',
    'lens tissue',
    'ready-wet optics wipes',
  ]);
  // in two groups
  const soap = substitutesFor('mild soap', never);
  expect(new Set(soap).size).toBe(soap.length);
  expect(soap).toEqual(expect.arrayContaining(['household degreaser', 'mild cleaner']));
  expect(substitutesFor('torch', never)).toEqual([]);
});

test('nothing that does harm where it would be used is offered', () => {
  const nearPlastic = substitutesFor(
    'isopropyl alcohol 99 %',
    (other) => judgeMethod(other, 'clear plastic').verdict === 'harmful',
  );
  expect(nearPlastic).not.toContain('acetone');
  expect(substitutesFor('isopropyl alcohol 99 %', never)).toContain('acetone');
});

test('a lubricant has no substitute: two kinds never meet on one rail', () => {
  for (const { tool } of consumables) {
    if (tool && / grease$| oil$/.test(tool)) expect(substitutesFor(tool, never)).toEqual([]);
  }
});
