import { may, refusalWords, rights, roleRights, roles } from './roles';

describe('roles', () => {
  it('lets a technician do everything, and each role no more than the one before it', () => {
    expect(rights.every((right) => may('technician', right))).toBe(true);
    roles.slice(1).forEach((role, index) => {
      const above = roleRights[roles[index]!];
      expect(above).toEqual(expect.arrayContaining([...roleRights[role]]));
      expect(roleRights[role].length).toBeLessThan(above.length);
    });
  });

  it('keeps helpers from the set-up, operators from cleaning and readers from writing', () => {
    expect(may('helper', 'set up')).toBe(false);
    expect(may('helper', 'diagnose')).toBe(true);
    expect(may('operator', 'clean')).toBe(false);
    expect(may('operator', 'report')).toBe(true);
    expect(roleRights.reader).toEqual(['see']);
  });

  it('says what is refused to whom', () => {
    expect(refusalWords('operator', 'set up')).toBe(
      'An operator may not change the set-up. Ask the technician.',
    );
    expect(refusalWords('reader', 'log')).toBe('A reader may not log use. Ask the technician.');
  });
});
