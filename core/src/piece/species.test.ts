import { describe, expect, it } from 'vitest';
import { speciesById, speciesTable } from './index';

describe('speciesTable', () => {
  it('holds about forty woods under ids of their own, each with a colour', () => {
    expect(speciesTable.length).toBeGreaterThanOrEqual(40);
    expect(new Set(speciesTable.map((s) => s.id)).size).toBe(speciesTable.length);
    expect(new Set(speciesTable.map((s) => s.name)).size).toBe(speciesTable.length);
    for (const s of speciesTable) expect(s.colour, s.id).toMatch(/^#[0-9a-f]{6}$/);
  });
  it('takes a wood that is not in the table for one that is not known, which blotches to be careful', () => {
    expect(speciesById('unobtainium')).toMatchObject({ id: 'unknown', blotches: true });
    expect(speciesById(null).id).toBe('unknown');
  });
  it('knows the woods that are trouble', () => {
    const having = (trait: 'bleeds' | 'oily' | 'tannin') => speciesTable.filter((s) => s[trait]).map((s) => s.id);
    expect(having('bleeds')).toEqual(expect.arrayContaining(['knotty-pine', 'mahogany', 'redwood', 'cedar']));
    expect(having('oily')).toEqual(expect.arrayContaining(['teak', 'rosewood', 'ebony']));
    expect(having('tannin')).toEqual(expect.arrayContaining(['oak', 'walnut', 'chestnut']));
    expect(speciesTable.filter((s) => s.softwood && s.pore === 'open')).toEqual([]);
  });
});
