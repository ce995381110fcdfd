import { circlesIn, importsOf } from './imports';

const edge = (from: string, to: string) => ({ from, to, isPackage: false });

test('circles are found however long they are, a file that imports itself too; forks and diamonds are none', () => {
  expect(circlesIn([edge('a', 'b'), edge('a', 'c'), edge('b', 'd'), edge('c', 'd')])).toEqual([]);
  expect(circlesIn([edge('a', 'a')])).toEqual([['a']]);
  const found = circlesIn([edge('a', 'b'), edge('b', 'c'), edge('c', 'b'), edge('c', 'd'), edge('d', 'e'), edge('e', 'd')]);
  expect(found.map((circle) => [...circle].sort()).sort()).toEqual([
    ['b', 'c'],
    ['d', 'e'],
  ]);
});

test('a file’s imports: types, values, exports and those made on the way', () => {
  const found = importsOf('src/app/features/floor/station.ts').map(({ to }) => to);
  expect(found).toEqual(['src/words/stations.page.en.ts', 'src/app/frame/station.ts', 'src/app/features/floor/View.tsx']);
  expect(importsOf('src/core/document/schema.ts').find(({ isPackage }) => isPackage)?.to).toBe('joi');
});
