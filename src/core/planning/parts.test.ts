import type { Part } from '../document';
import { partFindings } from './parts';

const part = (name: string, pan: Part['pan'], against: string | null, click = true): Part => ({ name, pan, against, click });

test('two guitars, left and right, against the drums with their click: nothing to say', () => {
  expect(partFindings([part('Drums', 'centre', null), part('Guitar', 'left', 'Drums'), part('Guitar again', 'right', 'Drums')])).toEqual([]);
});
test('a part on one side without a partner is told, with what could balance it', () => {
  expect(partFindings([part('Drums', 'centre', null), part('Piano', 'centre', 'Drums'), part('Guitar', 'left', 'Drums')])).toMatchObject([
    { code: 'lone-side', facts: { name: 'Guitar', side: 'right', centred: 'Piano' } },
  ]);
});
test('a part against what is not there yet, or against nothing, is told', () => {
  const told = partFindings([part('Drums', 'centre', null), part('Voice', 'centre', 'Guitar'), part('Guitar', 'centre', null)]);
  expect(told).toMatchObject([
    { code: 'against-later', facts: { name: 'Voice', other: 'Guitar' } },
    { code: 'against-nothing', facts: { name: 'Guitar' } },
  ]);
});
test('the first of several without a click is told; alone it need not have one', () => {
  expect(partFindings([part('Drums', 'centre', null, false)])).toEqual([]);
  expect(partFindings([part('Drums', 'centre', null, false), part('Bass', 'centre', 'Drums')])).toMatchObject([
    { code: 'no-click', facts: { name: 'Drums' } },
  ]);
});
