import { MICROPHONE_CATALOGUE } from '../src/core/microphones';
import { DEVICE_CATALOGUE } from '../src/core/patch';
import { addInstrument, newSession, placeSetup, type Session, type Shelf } from '../src/core/session';
import { recipeById } from '../src/core/setups';
import { STAND_CATALOGUE } from '../src/core/stands';

const pick = (...ids: string[]): Shelf['microphones'] => MICROPHONE_CATALOGUE.filter((model) => ids.includes(model.id));

/** What the group at the ferryman's boathouse owns. */
export const BOATHOUSE_SHELF: Shelf = {
  microphones: pick('kick-moving-coil', 'rugged-moving-coil', 'small-condenser', 'large-multi-pattern', 'passive-ribbon'),
  devices: DEVICE_CATALOGUE.filter((device) => device.id === 'eight-input'),
  stands: STAND_CATALOGUE,
  setups: [],
};

const DEMO_TIME = '2026-06-13T09:30:00.000Z';

/** The demo session: a four-piece kit in the boathouse's net loft, kick, snare and a spaced pair. */
export function boathouseKit(): Session {
  let ids = 0;
  const newId = (): string => `demo-${++ids}`;
  const empty: Session = {
    ...newSession('demo-boathouse-kit', 'Boathouse kit, Saturday', DEMO_TIME, BOATHOUSE_SHELF),
    players: 'Marit, drums',
    room: { widthM: 5.4, depthM: 4.6, heightM: 2.7, temperatureC: 18, absorption: 0.22, glass: ['front wall'] },
  };
  const withKit = addInstrument({
    id: 'demo-kit',
    kind: 'drum-kit',
    variant: 'four-piece',
    name: 'Loft kit',
    positionM: { x: 2.6, y: 2.1 },
    rotationDeg: 0,
    mirrored: false,
  })(empty);
  const recipe = recipeById('kit-four-spaced');
  return recipe ? placeSetup(withKit, recipe, 'demo-kit', newId).session : withKit;
}
