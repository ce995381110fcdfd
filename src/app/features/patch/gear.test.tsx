import { ChakraProvider } from '@chakra-ui/react';
import { fireEvent, render, screen, within } from '@testing-library/react';
import type { ReactElement } from 'react';
import { boathouseKit } from '../../../../demo/boathouse';
import type { Session } from '../../../core/document';
import { linePlanOf, lineSteps, NO_NOTES } from '../../../core/lineCheck';
import { CABLE_CATALOGUE, OUTBOARD_CATALOGUE } from '../../../core/patch';
import { sayPatch } from '../../../words/patch.page.en';
import { system } from '../../theme/system';
import { Gear } from './Gear';
import { LineCheck } from './LineCheck';
import { useLineCheck } from './lineStore';
import { wordsOf } from './lineWords';

const show = (element: ReactElement) => render(<ChakraProvider value={system}>{element}</ChakraProvider>);
const KIT = boathouseKit();
const DEVICE = 'eight-input';
const PATCHED: Session = { ...KIT, patch: Object.fromEntries(KIT.microphones.map(({ id }, i) => [id, `${DEVICE}/in${i + 1}`])) };
const withCables = (id: string, count: number): Session => ({
  ...PATCHED,
  shelf: { ...KIT.shelf, cables: CABLE_CATALOGUE.filter((cable) => cable.id === id).map((cable) => ({ ...cable, count })) },
});
const cables = () =>
  within(screen.getByRole('list', { name: 'Cables' }))
    .getAllByRole('listitem')
    .map((item) => item.textContent ?? '');

describe('cables and power', () => {
  test('every run is drawn with its length; who counted no cable is not told that any is missing', () => {
    show(<Gear session={PATCHED} />);
    expect(screen.getByRole('img').getAttribute('aria-label')).toMatch(/^Cables to the devices at the front left: Kick [\d.]+ m, Snare /);
    expect(cables()).toHaveLength(4);
    expect(screen.queryByText('none left is long enough')).toBeNull();
    expect(screen.getByText(/Count your cables on the shelf/)).toBeTruthy();
    expect(within(screen.getByRole('region', { name: 'To get' })).getByText(/Nothing/)).toBeTruthy();
  });
  test('with one long cable counted three microphones have none, and three are to get with a price for each kind', () => {
    show(<Gear session={withCables('xlr-20', 1)} />);
    expect(cables().filter((line) => line.endsWith('none left is long enough'))).toHaveLength(3);
    expect(cables().filter((line) => line.endsWith('XLR cable, 20 m'))).toHaveLength(1);
    const toGet = within(screen.getByRole('region', { name: 'To get' }));
    expect(toGet.queryAllByRole('textbox')).toHaveLength(0);
    fireEvent.click(toGet.getByRole('button', { name: sayPatch('add-it-up-with-prices') }));
    expect(toGet.getAllByRole('textbox').length).toBe(toGet.getAllByRole('listitem').length);
  });
  test('a bank is on for who needs it', () => {
    show(<Gear session={PATCHED} />);
    expect(screen.getByRole('list', { name: 'Power' }).textContent).toContain('phantom on in 1–4');
  });
  test('a booster alone lights its bank; nobody and nothing that asks leaves it dark', () => {
    const coil = KIT.microphones.find(({ name }) => name === 'Kick');
    if (!coil) throw new Error('a kick');
    const alone: Session = { ...KIT, patch: { [coil.id]: `${DEVICE}/in6` }, shelf: { ...KIT.shelf, outboard: OUTBOARD_CATALOGUE } };
    const { unmount } = show(<Gear session={alone} />);
    expect(screen.getByRole('list', { name: 'Power' }).textContent).toContain('phantom off');
    unmount();
    show(
      <Gear
        session={{ ...alone, microphones: alone.microphones.map((one) => (one.id === coil.id ? { ...one, outboardId: 'clean-booster' } : one)) }}
      />,
    );
    expect(screen.getByRole('list', { name: 'Power' }).textContent).toContain('phantom on in 5–8');
  });
});

describe('the line check', () => {
  const plan = linePlanOf(PATCHED, DEVICE);
  const { lines } = plan;
  const put = (more: Partial<ReturnType<typeof useLineCheck.getState>>): void =>
    useLineCheck.setState({
      deviceId: DEVICE,
      sessionId: PATCHED.id,
      plan,
      steps: lineSteps(lines, true),
      notes: NO_NOTES,
      connected: true,
      busy: null,
      problem: null,
      source: 'simulated',
      isSimulated: true,
      ...more,
    });

  test('without a patch there is nothing to check', () => {
    show(<LineCheck session={KIT} />);
    expect(screen.getByText(/solve the patch first/)).toBeTruthy();
  });
  test('another session is another check: it begins anew', () => {
    put({ sessionId: 'another' });
    show(<LineCheck session={PATCHED} />);
    expect(screen.getByRole('button', { name: 'Begin' })).toBeTruthy();
  });
  test('the first step is asked for, what is done can be done again, what is to come cannot', () => {
    put({ notes: { ...NO_NOTES, done: ['monitors down'] } });
    show(<LineCheck session={PATCHED} />);
    expect(screen.getByRole('region', { name: 'Step' }).textContent).toContain('Plug every microphone in');
    const rings = within(screen.getByRole('group', { name: 'Steps' })).getAllByRole('button') as HTMLButtonElement[];
    expect(rings.map(({ disabled }) => disabled)).toEqual(rings.map((_, i) => i > 0));
    expect(rings[1]?.getAttribute('aria-current')).toBe('step');
  });
  test('a connection that is gone is said, and nothing is pressed meanwhile that is under way', () => {
    put({ connected: false, busy: 'monitors down' });
    show(<LineCheck session={PATCHED} />);
    expect(screen.getByText(/connection is lost/)).toBeTruthy();
    expect((screen.getByRole('button', { name: 'Under way' }) as HTMLButtonElement).disabled).toBe(true);
  });
  test('lines show what was planned and what was measured, in words too', () => {
    const own = Object.fromEntries(lines.map(({ inputId, predictedPeakDbfs }) => [inputId, predictedPeakDbfs + 4]));
    put({ notes: { ...NO_NOTES, played: own, silence: Object.fromEntries(lines.map(({ inputId }) => [inputId, { noiseDbfs: -99, hum: null }])) } });
    show(<LineCheck session={PATCHED} />);
    const list = within(screen.getByRole('list', { name: 'Lines' }));
    expect(list.getAllByRole('listitem')).toHaveLength(4);
    expect(list.getAllByText(/peak 4 dB over the plan/)).toHaveLength(4);
    expect(list.getAllByRole('img')[0]?.getAttribute('aria-label')).toMatch(/^Kick: planned noise .* dBFS, measured noise −99 dBFS, measured peak/);
  });
  test('one line alone is proven but for which way up it is', () => {
    const [first] = lines;
    if (!first) throw new Error('a line');
    const steps = lineSteps([first], false);
    put({
      plan: { ...plan, lines: [first] },
      source: 'bridge',
      isSimulated: false,
      steps,
      notes: {
        ...NO_NOTES,
        done: steps.map((step) => (step.kind === 'tap' ? `tap ${step.microphoneId}` : step.kind)),
        silence: { [first.inputId]: { noiseDbfs: first.predictedNoiseDbfs, hum: null } },
        taps: { [first.microphoneId]: { [first.inputId]: { peakDbfs: -30, heard: true, clapSign: -1 } } },
        played: { [first.inputId]: first.predictedPeakDbfs },
      },
    });
    show(<LineCheck session={PATCHED} />);
    expect(screen.getByText(/The line is proven: heard, in its place, as loud and as quiet as planned\./)).toBeTruthy();
    expect(screen.getByText('One line alone does not tell its polarity.')).toBeTruthy();
  });
  test('a simulated interface says so on every step and in its verdict, and proves nothing', () => {
    const steps = lineSteps(lines, true);
    for (const done of [0, 3, steps.length]) {
      put({
        notes: {
          ...NO_NOTES,
          done: steps.slice(0, done).map((step) => (step.kind === 'tap' ? `tap ${step.microphoneId}` : step.kind)),
          taps:
            done === steps.length
              ? Object.fromEntries(
                  lines.map(({ microphoneId, inputId }) => [microphoneId, { [inputId]: { peakDbfs: -30, heard: true, clapSign: 1 as const } }]),
                )
              : {},
        },
      });
      const { unmount } = show(<LineCheck session={PATCHED} />);
      expect(screen.getAllByText(/^Simulated interface: none of your cables, microphones or devices is tested\.$/).length).toBe(1);
      expect(screen.queryByText(/proven/)).toBeNull();
      if (done === steps.length) expect(screen.getByText(/^All lines of the simulated interface answer\./)).toBeTruthy();
      unmount();
    }
  });
  test('every step says what to do and carries its caution', () => {
    const said = lineSteps(lines, true).map((step) => wordsOf(step, plan, false));
    expect(said[0]?.text).toContain('headphones off your ears');
    expect(said.find(({ title }) => title.startsWith('Power on'))?.text).toContain('nothing is plugged or pulled while power is on');
    expect(said.find(({ title }) => title.startsWith('Knock twice on Kick'))?.text).toContain('Never blow at a ribbon');
    expect(wordsOf({ kind: 'power' }, plan, true).press).toBe('It is on');
    expect(wordsOf({ kind: 'monitors down' }, plan, true).text).toContain('Switch phantom power off everywhere');
    expect(wordsOf({ kind: 'power' }, { ...plan, sockets: plan.sockets.map((socket) => ({ ...socket, line: null })) }, false).title).toBe(
      'No bank needs power',
    );
  });
});
