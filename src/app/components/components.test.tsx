import { readdirSync, readFileSync } from 'node:fs';
import { ChakraProvider } from '@chakra-ui/react';
import { jest } from '@jest/globals';
import { act, fireEvent, render, screen } from '@testing-library/react';
import type { ReactElement } from 'react';
import { inStepResponseDb, logFrequencies, sumResponseDb } from '../../core/acoustics';
import { system } from '../theme/system';
import { Choice } from './Choice';
import { fileName } from './download';
import { inPieces } from './inPieces';
import { NameField } from './NameField';
import { NumberField } from './NumberField';
import { Rake } from './Rake';
import { Segments } from './Segments';
import { Severity } from './Severity';
import { SumStrip } from './SumStrip';
import { Toggle } from './Toggle';
import { TERMS, termOf } from './termOf';
import { VerdictLine } from './VerdictLine';

const show = (element: ReactElement) => render(<ChakraProvider value={system}>{element}</ChakraProvider>);

describe('a name that can be changed where it stands', () => {
  const field = () => {
    const onCommit = jest.fn();
    show(<NameField label="Name" value="Kick" onCommit={onCommit} />);
    return { onCommit, input: screen.getByLabelText('Name') as HTMLInputElement };
  };
  test('is kept on leaving, without blanks round it', () => {
    const { onCommit, input } = field();
    fireEvent.change(input, { target: { value: '  太鼓 ' } });
    fireEvent.blur(input);
    expect(onCommit.mock.calls).toEqual([['太鼓']]);
  });
  test('an empty one, the same one and one given up with Escape leave it as it was', () => {
    const { onCommit, input } = field();
    for (const value of ['   ', 'Kick']) {
      fireEvent.change(input, { target: { value } });
      fireEvent.blur(input);
      expect(input.value).toBe('Kick');
    }
    fireEvent.change(input, { target: { value: 'Other' } });
    fireEvent.keyDown(input, { key: 'Escape' });
    fireEvent.blur(input);
    expect(input.value).toBe('Kick');
    expect(onCommit).not.toHaveBeenCalled();
  });
});

describe('work in pieces', () => {
  test('comes to the same, lets others in between, and tells the share done', async () => {
    let [others, done] = [0, false];
    const knock = (): void => {
      others++;
      if (!done) setTimeout(knock);
    };
    setTimeout(knock);
    const shares: number[] = [];
    function* steps(): Generator<number, string, void> {
      for (let i = 0; i < 12; i++) {
        for (const began = performance.now(); performance.now() - began < 8; );
        yield i / 12;
      }
      return 'whole';
    }
    expect(await inPieces(steps(), (share) => shares.push(share))).toBe('whole');
    done = true;
    expect(others).toBeGreaterThan(1);
    expect(shares.length).toBeGreaterThan(1);
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  });
});

describe('a number with its unit', () => {
  const field = (onCommit: (value: number) => void) =>
    show(<NumberField label="High" unit="cm" value={120.04} low={0} high={240} onCommit={onCommit} />);
  test('is committed on Enter and on leaving, once', () => {
    const onCommit = jest.fn();
    field(onCommit);
    const input = screen.getByLabelText('High (cm)');
    fireEvent.change(input, { target: { value: '131,5' } });
    fireEvent.keyDown(input, { key: 'Enter' });
    expect(onCommit).toHaveBeenCalledWith(131.5);
    expect(onCommit).toHaveBeenCalledTimes(1);
  });
  // 6 ft 11 in are 83 inches of 25.4 mm.
  test.each([
    ['cm', '6\'11"', 210.8],
    ['cm', '2.1 m', 210],
    ['in', '210.82 cm', 83],
    ['in', '6 ft 11 in', 83],
    ['ft', '2.4384 m', 8],
    ['m', '83"', 2.108],
  ])('a length in %s may be written as %s', (unit, typed, value) => {
    const onCommit = jest.fn();
    show(<NumberField label="High" unit={unit} value={1} low={0} high={500} onCommit={onCommit} />);
    const input = screen.getByLabelText(`High (${unit})`);
    fireEvent.change(input, { target: { value: typed } });
    fireEvent.blur(input);
    expect(onCommit).toHaveBeenCalledTimes(1);
    expect(onCommit.mock.calls[0]?.[0]).toBeCloseTo(value, 1);
  });
  test('what is no length says how one is written, and changes nothing', () => {
    const onCommit = jest.fn();
    field(onCommit);
    fireEvent.change(screen.getByLabelText('High (cm)'), { target: { value: '6 ft 11 cm' } });
    fireEvent.blur(screen.getByLabelText('High (cm)'));
    expect(screen.getByRole('alert').textContent).toMatch(/from 0 to 240 cm\. .* 6 ft 11 in or 2\.1 m/);
    expect(onCommit).not.toHaveBeenCalled();
  });
  test('a true minus sign is taken as a minus', () => {
    const onCommit = jest.fn();
    show(<NumberField label="Air" unit="°C" value={20} low={-20} high={50} onCommit={onCommit} />);
    fireEvent.change(screen.getByLabelText('Air (°C)'), { target: { value: '\u22125' } });
    fireEvent.blur(screen.getByLabelText('Air (°C)'));
    expect(onCommit).toHaveBeenCalledWith(-5);
  });
  test.each(['', 'tall', '999', '-1', 'NaN', 'Infinity'])('“%s” says what would be right and changes nothing', (typed) => {
    const onCommit = jest.fn();
    field(onCommit);
    const input = screen.getByLabelText('High (cm)');
    fireEvent.change(input, { target: { value: typed } });
    fireEvent.blur(input);
    expect(screen.getByRole('alert').textContent).toBe('High must be from 0 to 240 cm. You can also write 6 ft 11 in or 2.1 m.');
    expect(input.getAttribute('aria-invalid')).toBe('true');
    expect(onCommit).not.toHaveBeenCalled();
  });
  test('leaving it as it was commits nothing, even where more digits are kept behind', () => {
    const onCommit = jest.fn();
    field(onCommit);
    fireEvent.blur(screen.getByLabelText('High (cm)'));
    expect(onCommit).not.toHaveBeenCalled();
  });
});

test('a choice is a labelled list that tells what was picked', () => {
  const onChange = jest.fn();
  show(
    <Choice
      label="Pattern"
      value="omni"
      options={[
        { value: 'omni', text: 'omni' },
        { value: 'cardioid', text: 'cardioid' },
      ]}
      onChange={onChange}
    />,
  );
  fireEvent.change(screen.getByLabelText('Pattern'), { target: { value: 'cardioid' } });
  expect(onChange).toHaveBeenCalledWith('cardioid');
});

test('segments say which one is on', () => {
  const onChange = jest.fn();
  show(
    <Segments
      label="Drawing"
      value="plan"
      options={[
        { value: 'plan', text: 'Plan' },
        { value: 'side', text: 'Side' },
      ]}
      onChange={onChange}
    />,
  );
  expect(screen.getByRole('button', { name: 'Plan' }).getAttribute('aria-pressed')).toBe('true');
  fireEvent.click(screen.getByRole('button', { name: 'Side' }));
  expect(onChange).toHaveBeenCalledWith('side');
});

test('a toggle shows by a tick, not by colour alone, that it is on', () => {
  const onToggle = jest.fn();
  const { rerender } = show(<Toggle label="Locked" on={false} onToggle={onToggle} />);
  fireEvent.click(screen.getByRole('button', { name: 'Locked' }));
  expect(onToggle).toHaveBeenCalledTimes(1);
  rerender(
    <ChakraProvider value={system}>
      <Toggle label="Locked" on={true} onToggle={onToggle} />
    </ChakraProvider>,
  );
  expect(screen.getByRole('button', { name: '✓ Locked' }).getAttribute('aria-pressed')).toBe('true');
});

test('severity is a word and a shape of its own (product rule: nothing told by colour alone)', () => {
  const shapes = (['fix', 'improve', 'note', 'fine'] as const).map((severity) => {
    const { container, unmount } = render(<Severity severity={severity} />);
    const shape = container.querySelector('path')?.getAttribute('d') ?? '';
    const word = container.textContent;
    unmount();
    return [word, shape] as const;
  });
  expect(shapes.map(([word]) => word)).toEqual(['Fix', 'Improve', 'Note', 'Fine']);
  expect(new Set(shapes.map(([, shape]) => shape)).size).toBe(4);
});

test('a verdict says it, gives the move, and tells why when asked', () => {
  const onMove = jest.fn();
  show(
    <ul>
      <VerdictLine severity="fix" message="Overhead right is late." why="Its string is longer." moveLabel="Move it" onMove={onMove} />
    </ul>,
  );
  fireEvent.click(screen.getByRole('button', { name: 'Move it' }));
  expect(onMove).toHaveBeenCalledTimes(1);
  expect(screen.queryByText('Its string is longer.')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Why' }));
  expect(screen.getByText('Its string is longer.')).toBeTruthy();
});

test('a verdict without a move has no button that does nothing', () => {
  show(
    <ul>
      <VerdictLine severity="note" message="In a corner." />
    </ul>,
  );
  expect(screen.queryAllByRole('button')).toEqual([]);
});

test('a verdict that turns on a term has it told by a press; one that does not has no question mark', () => {
  const { unmount } = show(
    <ul>
      <VerdictLine severity="fix" message="The polarity of Snare is reversed." term={termOf('polarity-reversed')} />
    </ul>,
  );
  const [ask] = screen.getAllByRole('button');
  expect(ask?.getAttribute('aria-label')).toMatch(/polarity/i);
  fireEvent.click(ask as HTMLElement);
  expect(screen.getByRole('note').textContent?.length).toBeGreaterThan(40);
  unmount();
  show(
    <ul>
      <VerdictLine severity="note" message="In a corner." term={termOf('corner')} />
    </ul>,
  );
  expect(screen.queryAllByRole('button')).toEqual([]);
});

test('every term hangs on a code that findings have', () => {
  const sources = readdirSync('src/core', { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('.ts') && !name.includes('.test.'));
  const core = sources.map((name) => readFileSync(`src/core/${name}`, 'utf8')).join('');
  expect(Object.keys(TERMS).filter((code) => !core.includes(`'${code}'`))).toEqual([]);
});

describe('the arrival rake', () => {
  const marks = [
    { id: 'a', label: 'S', colour: 'red', timeMs: 0.49, levelDb: 0, upright: true },
    { id: 'b', label: 'OL', colour: 'blue', timeMs: 2.92, levelDb: -6, upright: false },
  ];
  const place = (container: HTMLElement): number[] =>
    [...container.querySelectorAll<SVGGElement>('g.slide')].map((g) => Number(/translateX\(([\d.]+)px\)/.exec(g.style.transform)?.[1]));
  test('tells itself in words: when, and which way up', () => {
    render(<Rake marks={marks} width={400} height={130} title="Arrival rake of the snare" />);
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('Arrival rake of the snare: S 0.49 ms normal, OL 2.92 ms reversed');
  });
  test('later is farther right; upright is filled, inverted hollow', () => {
    const { container } = render(<Rake marks={marks} width={400} height={130} title="r" />);
    const [first, second] = place(container);
    expect(second).toBeGreaterThan(first ?? Infinity);
    const fills = [...container.querySelectorAll('g.slide circle')].map((circle) => circle.getAttribute('fill'));
    expect(fills).toEqual(['red', 'var(--chakra-colors-page)']);
  });
  test('two rakes with the same end put the same time at the same place', () => {
    const one = render(<Rake marks={marks.slice(0, 1)} width={400} height={130} title="r" untilMs={2.92} />);
    const [alone] = place(one.container);
    one.unmount();
    const both = render(<Rake marks={marks} width={400} height={130} title="r" />);
    expect(alone).toBeCloseTo(place(both.container)[0] ?? 0, 6);
  });
  test('what is not sure stretches no axis, and says so', () => {
    const sure = [
      { id: 'a', label: 'A', colour: 'red', timeMs: 0, levelDb: 0, upright: true },
      { id: 'b', label: 'B', colour: 'red', timeMs: 2, levelDb: 0, upright: true },
    ];
    const at = (container: HTMLElement): (string | null)[] =>
      [...container.querySelectorAll('g.slide')].slice(0, 2).map((mark) => mark.getAttribute('style'));
    const alone = render(<Rake marks={sure} width={400} height={130} title="r" />);
    const before = at(alone.container);
    alone.unmount();
    const { container } = render(
      <Rake
        marks={[...sure, { id: 'c', label: 'C', colour: 'red', timeMs: 40, levelDb: 0, upright: true, unsure: true }]}
        width={400}
        height={130}
        title="r"
      />,
    );
    expect(at(container)).toEqual(before);
    expect(container.querySelector('svg')?.getAttribute('aria-label')).toContain('C perhaps 40.00 ms');
    expect(container.textContent).toContain('C?');
  });

  test('nothing that arrives is told as such', () => {
    render(<Rake marks={[]} width={400} height={130} title="r" />);
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('r: nothing arrives');
  });
});

test('the sum strip draws the dip where the physics puts it: 1 ms, 500 Hz (reference table)', () => {
  const copies = [
    { amplitude: 1, delaySeconds: 0 },
    { amplitude: 1, delaySeconds: 0.001 },
  ];
  const frequenciesHz = logFrequencies(400);
  const { container } = render(
    <SumStrip
      frequenciesHz={frequenciesHz}
      sumDb={sumResponseDb(copies, frequenciesHz)}
      inStepDb={inStepResponseDb(
        copies.map((copy) => [copy]),
        frequenciesHz,
      )}
      width={400}
      height={140}
      title="s"
    />,
  );
  const points = [...(container.querySelector('path.sum')?.getAttribute('d') ?? '').matchAll(/([\d.]+) ([\d.]+)/g)].map(
    ([, x, y]) => [Number(x), Number(y)] as const,
  );
  const below1k = points.filter((_, i) => (frequenciesHz[i] ?? 0) < 1000);
  const lowest = below1k.reduce((a, b) => (b[1] > a[1] ? b : a));
  const x500 = 34 + (Math.log(500 / 20) / Math.log(1000)) * (400 - 34 - 8);
  expect(Math.abs(lowest[0] - x500)).toBeLessThan(3);
});

test('file names keep letters of any script and drop what a file system minds', () => {
  expect(fileName('Båthus: kit / søndag?', 'json')).toBe('Båthus_ kit _ søndag_.json');
  expect(fileName('', 'csv')).toBe('session.csv');
  expect(fileName('x'.repeat(300), 'json')).toHaveLength(85);
  act(() => undefined);
});
