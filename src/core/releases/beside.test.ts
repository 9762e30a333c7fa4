import fc from 'fast-check';
import type { Item } from '../document/item';
import { releaseBeside, releaseFrom } from './beside';

const items = fc
  .dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.constantFrom('one', 'two'))
  .map((all) => Object.entries(all).map(([id, name]) => ({ id, kind: 'rank', name, order: 'a0' }) as Item));
const byId = (list: readonly Item[]) => new Map(list.map((item) => [item.id, item]));

test('a release told beside a draft is the release again, and what is the same is sent once', () => {
  fc.assert(
    fc.property(items, items, (draft, release) => {
      const told = releaseBeside(byId(draft), byId(release));
      const again = releaseFrom(draft, JSON.parse(JSON.stringify(told)) as typeof told);
      expect(byId(again)).toEqual(byId(release));
      expect(again).toHaveLength(release.length);
      for (const item of again) {
        const own = draft.find(({ id }) => id === item.id);
        const isSame = own !== undefined && JSON.stringify(own) === JSON.stringify(item);
        if (isSame) expect(item).toBe(own);
        expect(told.others.some(({ id }) => id === item.id)).toBe(!isSame);
      }
    }),
    { numRuns: 200 },
  );
});
