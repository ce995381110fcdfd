import { ChakraProvider } from '@chakra-ui/react';
import { jest } from '@jest/globals';
import { fireEvent, render, screen } from '@testing-library/react';
import type { ReactElement } from 'react';
import { boathouseKit } from '../../../../demo/boathouse';
import { arrivalTable } from '../../../core/arrivals';
import type { MicrophoneModel } from '../../../core/microphones';
import { type GainSetting, gainFor, type PatchInput } from '../../../core/patch';
import { litBanks, patchInputs, resolvePlan } from '../../../core/planning';
import { system } from '../../theme/system';
import { Crosspoints } from './Crosspoints';
import { LevelLadder } from './LevelLadder';

const show = (element: ReactElement) => render(<ChakraProvider value={system}>{element}</ChakraProvider>);
const session = boathouseKit();
const [input] = patchInputs(session) as [PatchInput];
const model = (id: string): MicrophoneModel => {
  const found = session.shelf.microphones.find((candidate) => candidate.id === id);
  if (!found) throw new Error(id);
  return found;
};

describe('the ladder, air to file', () => {
  const rungs = (setting: GainSetting | null, of: MicrophoneModel, peakSplDb: number): string[] => {
    show(<LevelLadder model={of} setting={setting} peakSplDb={peakSplDb} input={input} targetDbfs={-12} />);
    return screen.queryAllByRole('listitem').map((item) => item.textContent ?? '');
  };
  test('20 mV/Pa at 124 dB SPL is −1.8 dBu (reference: −1.76)', () => {
    const large = model('large-multi-pattern');
    const list = rungs(gainFor(large, 124, false, input), large, 124);
    expect(list[0]).toBe('In the air, loudest peak124 dB SPL');
    expect(list[1]).toMatch(/^Large condenser, many patterns−1\.8 dBu/);
    expect(list[4]).toMatch(/^In the file\?−1[12]\.\d dBFSPeaks are where they should be\.$/);
  });
  test('its pad is said, and takes what it says', () => {
    const large = model('large-multi-pattern');
    const list = rungs(gainFor(large, 124, true, input), large, 124);
    expect(list[1]).toMatch(/−21\.8 dBuits 20 dB pad is on/);
  });
  test('too quiet even at full gain says what to do', () => {
    const coil = model('rugged-moving-coil');
    expect(rungs(gainFor(coil, 50, false, input), coil, 50)[4]).toMatch(/dB of clean gain are missing: move closer/);
  });
  test('nothing sounding has no ladder', () => {
    expect(rungs(null, model('small-condenser'), 0)).toEqual([]);
    expect(screen.getByText(/no level to predict/)).toBeTruthy();
  });
});

describe('the crosspoints', () => {
  const { plan } = arrivalTable(resolvePlan(session));
  const microphones = plan.microphones.map((microphone, i) => ({
    id: microphone.id,
    name: microphone.name,
    label: microphone.label,
    phantom: microphone.model.phantom,
    colour: `var(--chakra-colors-string${i})`,
  }));
  const patch = Object.fromEntries(microphones.map(({ id }, i) => [id, `eight-input/in${i + 1}`]));
  const grid = () => {
    const [onChoose, onConnect] = [jest.fn(), jest.fn()];
    show(
      <Crosspoints
        {...({
          microphones,
          devices: session.shelf.devices,
          lit: litBanks({ ...session, patch }),
          patch,
          chosen: microphones[0]?.id ?? null,
          onChoose,
          onConnect,
        } as unknown as Parameters<typeof Crosspoints>[0])}
      />,
    );
    return { onChoose, onConnect };
  };
  test('every microphone can go into every input; the knot is where it is', () => {
    grid();
    const knots = screen.getAllByRole('button', { name: / into input \d$/ });
    expect(knots).toHaveLength(4 * 8);
    const tied = knots.filter((knot) => knot.getAttribute('aria-pressed') === 'true').map((knot) => knot.getAttribute('aria-label'));
    expect(tied).toEqual(microphones.map(({ name }, i) => `${name} into input ${i + 1}`));
  });
  test('pressing a crossing asks for that input', () => {
    const { onConnect } = grid();
    fireEvent.click(screen.getByRole('button', { name: 'Snare into input 7' }));
    expect(onConnect).toHaveBeenCalledWith(microphones.find(({ name }) => name === 'Snare')?.id, 'eight-input/in7');
  });
  test('the bank whose power is needed is lit, in words', () => {
    grid();
    expect(screen.getByText(/48 V 1–4/).textContent).toMatch(/on/);
    expect(screen.getByText(/48 V 5–8/).textContent).toMatch(/off/);
  });
});
