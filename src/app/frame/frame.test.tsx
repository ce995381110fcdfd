import { ChakraProvider } from '@chakra-ui/react';
import { act, fireEvent, render, screen } from '@testing-library/react';
import type { ReactElement } from 'react';
import { MemoryRouter } from 'react-router';
import { boathouseKit } from '../../../demo/boathouse';
import { editMicrophone, plugAll, putReading, type Session } from '../../core/document';
import { database } from '../db/database';
import { SheetStation } from '../features/sheet/View';
import { OwnSetups, Stands } from '../features/shelf/OtherThings';
import { livePlan } from '../stores/planHooks';
import { cancelPreview, previewCommand, runCommand, setSession, useSessionStore } from '../stores/sessionStore';
import { useCalmSession } from '../stores/useCalm';
import { useVisits, visit } from '../stores/visits';
import { system } from '../theme/system';
import { StationLine } from './StationLine';
import { TopBar } from './TopBar';
import { useStops } from './useStops';

const show = (element: ReactElement) =>
  render(
    <MemoryRouter initialEntries={['/session/boathouse/floor']}>
      <ChakraProvider value={system}>{element}</ChakraProvider>
    </MemoryRouter>,
  );
const doc = (): Session => useSessionStore.getState().doc as Session;

beforeEach(async () => {
  await database.sessions.clear();
  localStorage.clear();
  useVisits.setState({ sessionId: null, paths: new Set() });
  setSession(boathouseKit());
});

const Line = ({ session }: { session: Session }) => <StationLine session={session} stops={useStops(session)} />;

describe('the line of stations', () => {
  const names = (): string[] => screen.getAllByRole('link', { hidden: true }).map((link) => (link.textContent ?? '').replace(/: .*/, ''));
  test('says of each stop how it stands', () => {
    show(<Line session={doc()} />);
    expect(names()).toEqual([
      'Choose Set-ups, not begun',
      'Place Floor, done',
      'Plug Patch, not begun',
      'Check, not begun',
      'Record, not begun',
      'Brief, not begun',
      'Room, not begun',
      'Ready, not begun',
      'Pairs, not begun',
      'Tape, not begun',
      'Loop, not begun',
      'Sheet, begun',
    ]);
  });
  test('something to fix on the Floor is said there', () => {
    const [first] = doc().microphones;
    const outside = editMicrophone(first?.id ?? '', { positionM: { x: -1, y: 1, z: 1 } })(doc());
    show(<Line session={outside} />);
    expect(names()[1]).toBe('Place Floor, something to fix');
  });
  test('tape is done when every microphone was read, patch when each has an input', () => {
    const read = doc().microphones.reduce((session, { id }) => putReading({ microphoneId: id, from: 'floor', lengthM: 1 })(session), doc());
    const patch = Object.fromEntries(read.microphones.map(({ id }, i) => [id, `eight-input/in${i + 1}`]));
    for (const path of ['setups', 'patch', 'tape', 'pairs', 'brief']) visit(read.id, path);
    show(<Line session={{ ...read, patch }} />);
    expect(names()).toEqual([
      'Choose Set-ups, done',
      'Place Floor, done',
      'Plug Patch, done',
      'Check, not begun',
      'Record, not begun',
      'Brief, done',
      'Room, not begun',
      'Ready, not begun',
      'Pairs, done',
      'Tape, done',
      'Loop, not begun',
      'Sheet, not begun',
    ]);
  });
});

describe('the bar at the top', () => {
  test('tells what the session amounts to', () => {
    const { container } = show(<TopBar session={doc()} />);
    expect(container.textContent).toContain('4 microphones');
    expect(container.textContent).toContain('0 of 8 inputs');
    expect(container.textContent).toContain('4 of 11 stands');
    expect(container.textContent).toContain('18 °C');
  });
  test('one switch for the units; undo and redo wake when there is something', () => {
    show(<TopBar session={doc()} />);
    expect((screen.getByRole('button', { name: /^Undo/ }) as HTMLButtonElement).disabled).toBe(true);
    fireEvent.click(screen.getByRole('button', { name: /^cm: metric/ }));
    expect(doc().units).toBe('imperial');
    expect((screen.getByRole('button', { name: /^Undo/ }) as HTMLButtonElement).disabled).toBe(false);
    fireEvent.click(screen.getByRole('button', { name: /^Undo/ }));
    expect(doc().units).toBe('metric');
    expect((screen.getByRole('button', { name: /^Redo/ }) as HTMLButtonElement).disabled).toBe(false);
  });
  test('the theme goes over to daylight and back', () => {
    show(<TopBar session={doc()} />);
    fireEvent.click(screen.getByRole('button', { name: 'Daylight theme' }));
    expect(document.documentElement.classList.contains('light')).toBe(true);
    fireEvent.click(screen.getByRole('button', { name: 'Dim-room theme' }));
    expect(document.documentElement.classList.contains('dark')).toBe(true);
  });
});

function Height() {
  const session = useCalmSession();
  return <output>{session?.microphones[0]?.positionM.z.toFixed(2)}</output>;
}

describe('a drag seen from beside', () => {
  const wait = (ms: number): Promise<void> => act(() => new Promise<void>((done) => setTimeout(done, ms)));
  const lift = (z: number) => {
    const [first] = doc().microphones;
    return editMicrophone(first?.id ?? '', { positionM: { x: 2, y: 2, z } });
  };
  test('follows while it goes on, at once when it ends, and comes back when it is given up', async () => {
    const before = doc().microphones[0]?.positionM.z.toFixed(2);
    show(<Height />);
    expect(screen.getByRole('status').textContent).toBe(before);
    previewCommand(lift(1.5));
    await wait(400);
    expect(screen.getByRole('status').textContent).toBe('1.50');
    act(cancelPreview);
    expect(screen.getByRole('status').textContent).toBe(before);
    previewCommand(lift(1.6));
    act(() => runCommand(lift(1.7)));
    expect(screen.getByRole('status').textContent).toBe('1.70');
    await wait(60);
    expect(useSessionStore.getState().draft).toBeNull();
  });
});

describe('the sheet', () => {
  test('one page with the tape list, the inputs and the cautions', () => {
    const patch = Object.fromEntries(doc().microphones.map(({ id }, i) => [id, `eight-input/in${i + 1}`]));
    setSession(plugAll(patch)(doc()));
    show(<SheetStation />);
    expect(screen.getAllByRole('table').map((table) => table.getAttribute('aria-label'))).toEqual(['Tape list', 'Input list']);
    const inputs = screen.getByRole('table', { name: 'Input list' });
    expect(inputs.textContent).toMatch(/3Overhead left\s*Small condenserON/);
    // Its bank is on for the condensers beside it: the sheet says what reaches it, not what it wants.
    expect(inputs.textContent).toMatch(/1Kick\s*Bass-drum dynamicON.*normal/);
    expect(screen.getByText(/Phantom off while plugging, monitors down/)).toBeTruthy();
    expect(screen.getByText(/protect the ears of everybody in the room; .+ is the recommended limit\. Local rules come first/)).toBeTruthy();
  });
});

describe('stands and own set-ups on the shelf', () => {
  test('a stand in use is not taken away; its reason is said', () => {
    const notes: string[] = [];
    const session = doc();
    show(<Stands shelf={session.shelf} session={session} onChange={() => notes.push('changed')} onNote={(note) => notes.push(note)} />);
    fireEvent.click(screen.getByRole('button', { name: 'Remove Short boom stand' }));
    expect(notes).toEqual(['A microphone uses the short boom stand: give it another one first.']);
    fireEvent.click(screen.getByRole('button', { name: 'Remove Table stand' }));
    expect(notes[1]).toBe('changed');
  });
  test('without own set-ups it says how to get one', () => {
    show(<OwnSetups shelf={doc().shelf} onChange={() => undefined} />);
    expect(screen.getByText(/Choose an instrument on the Floor and save its microphones/)).toBeTruthy();
  });
});

test('a plan is worked out once for a document, its findings only when they are asked for', () => {
  const session = doc();
  const plan = livePlan(session);
  expect(livePlan(session)).toBe(plan);
  expect(plan.findings).toBe(plan.findings);
  expect(livePlan({ ...session })).not.toBe(plan);
});
