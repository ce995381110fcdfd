import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import type { Session } from '../document';
import { newFurnishing } from '../furnishings';
import { roomFor } from './index';

const kit = boathouseKit();
const with_ = (absorption: number, brief: Session['brief'] = {}, from: Session = kit): Session => ({
  ...from,
  brief: { ...brief },
  furnishings: [],
  room: { widthM: 5.4, depthM: 4.6, heightM: 2.7, temperatureC: 20, absorption, glass: [] },
});

// 5.4 x 4.6 x 2.7 m by Eyring: 0.42 s at 0.22, 1.9 s at 0.05, 0.15 s at 0.5 (reference table of that room).
test('a middling room is right for a kit, a bare one too live, a stuffed one too dry', () => {
  expect([0.22, 0.05, 0.5].map((absorption) => roomFor(with_(absorption))[0]?.judged)).toEqual(['right', 'live', 'dry']);
});

test('a piano wants more of a room than a guitar: one and the same room is dry for the one and right for the other', () => {
  const of = (kind: string): Session => {
    const found = boathouseSessions().find(({ instruments }) => instruments[0]?.kind === kind);
    if (!found) throw new Error(kind);
    return with_(0.26, {}, found);
  };
  expect([roomFor(of('upright-piano'))[0]?.judged, roomFor(of('guitar'))[0]?.judged]).toEqual(['dry', 'right']);
});

test('who wants it roomy has more; what could be lifted is named', () => {
  const dry = with_(0.3, { roomShare: 'roomy' });
  expect(roomFor(dry)[0]?.judged).toBe('dry');
  expect(roomFor(dry)[0]?.lift).toBeNull();
  const rug = newFurnishing('rug', { id: 'r', positionM: { x: 2, y: 2 }, rotationDeg: 0 }, [], 2.7);
  expect(roomFor({ ...dry, furnishings: [rug] })[0]?.lift).toBe(rug.name);
});
