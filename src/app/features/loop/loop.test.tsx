import { ChakraProvider } from '@chakra-ui/react';
import { jest } from '@jest/globals';
import { fireEvent, render, screen, within } from '@testing-library/react';
import type { ReactElement } from 'react';
import { boathouseKit } from '../../../../demo/boathouse';
import type { Attempt, AttemptFigures } from '../../../core/attempts';
import { system } from '../../theme/system';
import { PrintedLog } from './PrintedLog';
import { Progress, Thread, titleOf } from './Thread';

const show = (element: ReactElement) => render(<ChakraProvider value={system}>{element}</ChakraProvider>);
const figures = (fixes: number, improves = 0): AttemptFigures => ({ peaksDbfs: {}, noisesDbfs: {}, fixes, improves, findings: [], worst: null });
const attempt = (n: number, more: Partial<Attempt> = {}): Attempt => ({
  id: `a${n}`,
  sessionId: 's',
  at: `2026-11-2${n}T10:0${n}:00.000Z`,
  kind: 'take',
  parentId: n > 1 ? `a${n - 1}` : null,
  changes: [],
  figures: figures(0),
  words: '',
  tags: [],
  rating: 0,
  soundBytes: 0,
  ...more,
});
/** The newest first, as they are kept. */
const row = (...list: readonly Attempt[]): Attempt[] => [...list].reverse();

function thread(attempts: readonly Attempt[], standsOn: string | null = null, chosen: readonly string[] = []) {
  const onChoose = jest.fn();
  show(<Thread attempts={attempts} standsOn={standsOn} chosen={chosen} onChoose={onChoose} />);
  return { onChoose, items: within(screen.getByRole('list', { name: 'Attempts' })).getAllByRole('listitem') };
}

describe('the thread', () => {
  test.each([
    [attempt(1, { figures: figures(2, 1) }), '2 to fix'],
    [attempt(1, { figures: figures(0, 1) }), '1 to improve'],
    [attempt(1), 'nothing to fix'],
    [attempt(1, { kind: 'kept', figures: null, changes: ['Kick: pad on.'] }), 'Kept by hand; Kick: pad on.'],
    [attempt(1, { changes: ['Kick: pad on.', 'Snare: pad on.'] }), 'nothing to fix; 2 things changed'],
    [attempt(1, { kind: 'chosen', figures: null, words: 'Snare rather than Kick' }), 'Chosen'],
  ])('what an attempt was is said in a line', (one, words) => {
    const { items } = thread([one]);
    expect(items[0]?.textContent).toContain(words);
  });
  test('the one that stands now is named; one that went on from an earlier one says from which', () => {
    const list = row(attempt(1), attempt(2), attempt(3, { parentId: 'a1' }));
    const { items } = thread(list, 'a2');
    expect(items[0]?.textContent).toContain(`from ${titleOf(list[2] as Attempt, list)}`);
    expect(items[1]?.textContent).toContain('current');
    expect(items[1]?.textContent).not.toContain('from No.');
  });
  test('words, tags, rating and kept sound are there; pressing chooses', () => {
    const { items, onChoose } = thread(row(attempt(1, { words: 'more wood', tags: ['boxy'], rating: 3, soundBytes: 10 }), attempt(2)), null, ['a1']);
    expect(items[1]?.textContent).toContain('more wood · boxy');
    expect(items[1]?.textContent).toContain('with its sound');
    expect(within(items[1] as HTMLElement).getByRole('img', { name: '3 of 5' })).toBeTruthy();
    expect(
      within(items[1] as HTMLElement)
        .getByRole('button')
        .getAttribute('aria-pressed'),
    ).toBe('true');
    fireEvent.click(within(items[0] as HTMLElement).getByRole('button'));
    expect(onChoose).toHaveBeenCalledWith('a2');
  });
  test('attempts of one minute have names of their own', () => {
    const list = row(attempt(1), attempt(2, { at: attempt(1).at }));
    expect(new Set(list.map((one) => titleOf(one, list))).size).toBe(2);
    expect(list.map((one) => titleOf(one, list).split(',')[0])).toEqual(['No. 2', 'No. 1']);
  });
});

describe('the strip of the day', () => {
  test('takes by what is to mend, the first at the left; what has no figures is left out', () => {
    show(
      <Progress
        attempts={row(attempt(1, { figures: figures(3) }), attempt(2, { kind: 'kept', figures: null }), attempt(3, { figures: figures(0, 1) }))}
      />,
    );
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('To fix, take by take: 3 things, 1 thing');
  });
  test('one take is no way anywhere', () => {
    show(<Progress attempts={[attempt(1)]} />);
    expect(screen.queryByRole('img')).toBeNull();
  });
});

test('on paper every attempt has all that changed and was found, the first first, and which one stands', () => {
  const list = row(
    attempt(1, { figures: { ...figures(1), findings: ['Kick is upside down.'], peaksDbfs: { 'demo-1': -12.34, gone: -6 } } }),
    attempt(2, { changes: ['Kick: pad on.', 'Snare: pad on.'], words: 'rounder', tags: ['good'], rating: 5 }),
  );
  show(<PrintedLog session={boathouseKit()} attempts={list} standsOn="a2" />);
  const [first, second] = within(screen.getByRole('region', { name: 'Log on paper', hidden: true })).getAllByRole('listitem', { hidden: true });
  expect(first?.textContent).toMatch(/^No\. 1, .*Kick is upside down\.Peaks: Kick −12\.3 dBFS, a microphone that is gone −6\.0 dBFS$/);
  expect(second?.textContent).toMatch(/^No\. 2, .*, 5 of 5, currentKick: pad on\.Snare: pad on\..*rounder · good$/);
});
