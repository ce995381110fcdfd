import { ChakraProvider } from '@chakra-ui/react';
import { fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { boathouseKit } from '../../../../demo/boathouse';
import type { Session } from '../../../core/document';
import { whatToHang } from '../../../core/planning';
import { meanAbsorption } from '../../../core/room';
import { database } from '../../db/database';
import { setSession, undo, useSessionStore } from '../../stores/sessionStore';
import { system } from '../../theme/system';
import { HangList } from './HangList';
import { SizePanel } from './SizePanel';
import { FurniturePanel, SurfacesPanel } from './SurfacesPanel';

const doc = (): Session => {
  const { doc: open } = useSessionStore.getState();
  if (!open) throw new Error('no session is open');
  return open;
};
const wrapped = (element: React.ReactElement) => (
  <MemoryRouter>
    <ChakraProvider value={system}>{element}</ChakraProvider>
  </MemoryRouter>
);
const fill = (label: string, value: string): void => {
  const input = screen.getByLabelText(label);
  fireEvent.change(input, { target: { value } });
  fireEvent.blur(input);
};
beforeEach(async () => {
  await database.sessions.clear();
  setSession(boathouseKit());
});

test('room: glass is switched on a wall and kept; the speed of sound follows the air (ISO 9613-1: 346.1 m/s at 25 °C)', () => {
  const { rerender } = render(wrapped(<SizePanel session={doc()} />));
  fireEvent.click(screen.getByRole('button', { name: 'left wall' }));
  expect(doc().room.glass).toEqual(['front wall', 'left wall']);
  fill('Air (°C)', '25');
  rerender(wrapped(<SizePanel session={doc()} />));
  expect(screen.getByText('346.1 m/s')).toBeTruthy();
});

test('surfaces are named, glass among them is glass everywhere, and taken back they leave the room as it was', () => {
  const before = doc();
  render(wrapped(<SurfacesPanel session={before} />));
  fireEvent.change(screen.getByLabelText('Left wall'), { target: { value: 'mirror' } });
  expect(doc().room.surfaces).toEqual({ 'left wall': 'mirror' });
  expect(doc().room.glass).toContain('left wall');
  expect(meanAbsorption(doc().room)).toBeLessThan(before.room.absorption);
  fireEvent.change(screen.getByLabelText('Left wall'), { target: { value: '' } });
  expect(doc().room).toEqual(before.room);
  undo();
  undo();
  expect(doc().room).toEqual(before.room);
});

test('a soft thing is added, turned and taken away; what to hang tells decay before and with it', () => {
  const { rerender } = render(wrapped(<FurniturePanel session={doc()} />));
  fireEvent.click(screen.getByRole('button', { name: '+ sofa' }));
  rerender(wrapped(<FurniturePanel session={doc()} />));
  expect(doc().furnishings.map(({ kind }) => kind)).toEqual(['sofa']);
  fireEvent.click(screen.getByRole('button', { name: 'Turn Sofa' }));
  expect(doc().furnishings[0]?.rotationDeg).toBe(90);
  rerender(wrapped(<HangList session={doc()} advice={whatToHang(doc())} />));
  const lines = screen.getAllByRole('listitem').map(({ textContent }) => textContent ?? '');
  for (const line of lines) {
    const [from, to] = [...(line.split('decay ')[1] ?? '').matchAll(/([\d.]+) (?:→|s)/g)].map((match) => Number(match[1]));
    expect(to).toBeLessThanOrEqual(from as number);
  }
  rerender(wrapped(<FurniturePanel session={doc()} />));
  fireEvent.click(screen.getByRole('button', { name: 'Remove Sofa' }));
  expect(doc().furnishings).toEqual([]);
});
