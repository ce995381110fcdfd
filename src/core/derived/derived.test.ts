import { derived } from './derived';

test('worked out once for the same things, anew for other ones, and apart for each object', () => {
  let made = 0;
  const sum = derived((key: { readonly n: number }, a: number, b: object | null) => {
    made++;
    return key.n + a + (b ? 100 : 0);
  });
  const [one, two, extra] = [{ n: 1 }, { n: 2 }, {}];
  expect([sum(one, 1, null), sum(one, 1, null), made]).toEqual([2, 2, 1]);
  expect([sum(two, 1, null), sum(one, 1, null), made]).toEqual([3, 2, 2]);
  expect([sum(one, 1, extra), sum(one, 1, extra), sum(one, 1, {}), made]).toEqual([102, 102, 102, 4]);
  // The last one alone is kept.
  expect([sum(one, 1, null), made]).toEqual([2, 5]);
});

test('what was worked out to be nothing is not worked out again', () => {
  let made = 0;
  const none = derived((_key: object): undefined => {
    made++;
  });
  const key = {};
  none(key);
  none(key);
  expect(made).toBe(1);
});
