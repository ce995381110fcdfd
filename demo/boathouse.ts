import { addInstrument, admitOwnSession, newSession, type Session, type Shelf } from '../src/core/document';
import type { Instrument } from '../src/core/instruments';
import { MICROPHONE_CATALOGUE } from '../src/core/microphones';
import { DEVICE_CATALOGUE } from '../src/core/patch';
import { placeSetup } from '../src/core/planning';
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

/** The net loft over the slip: boards, a sail hung up, the window to the lake at the front. */
const LOFT: Session['room'] = { widthM: 5.4, depthM: 4.6, heightM: 2.7, temperatureC: 18, absorption: 0.22, glass: ['front wall'] };

interface Part {
  readonly id: string;
  /** Begins the ids of what is in it. */
  readonly prefix: string;
  readonly name: string;
  readonly players: string;
  readonly at: string;
  readonly instrument: Pick<Instrument, 'kind' | 'variant' | 'name'> & Partial<Instrument>;
  readonly recipe: string;
  readonly brief?: Session['brief'];
}

const made = new Map<string, Session>();

/** A session of the demo, made once: it is frozen, and so is the same for all. */
function sessionOf(part: Part): Session {
  const known = made.get(part.id);
  if (known) return known;
  const session = fresh(part);
  made.set(part.id, session);
  return session;
}

function fresh(part: Part): Session {
  let ids = 0;
  const newId = (): string => `${part.prefix}-${++ids}`;
  const empty: Session = { ...newSession(part.id, part.name, part.at, BOATHOUSE_SHELF), players: part.players, room: LOFT, brief: part.brief ?? {} };
  const instrumentId = `${part.prefix}-instrument`;
  const withInstrument = addInstrument({ positionM: { x: 2.6, y: 2.1 }, rotationDeg: 0, mirrored: false, ...part.instrument, id: instrumentId })(
    empty,
  );
  const recipe = recipeById(part.recipe);
  return admitOwnSession(recipe ? placeSetup(withInstrument, recipe, instrumentId, newId).session : withInstrument);
}

const KIT: Part = {
  brief: {
    together: 'together',
    loudness: 'ordinary',
    picture: 'part of a band',
    roomShare: 'some room',
    tempoBpm: 96,
    key: 'A minor',
    bitDepth: 24,
  },
  id: 'demo-boathouse-kit',
  prefix: 'demo',
  name: 'Boathouse kit, Saturday',
  players: 'Marit, drums',
  at: '2026-06-13T09:30:00.000Z',
  instrument: { kind: 'drum-kit', variant: 'four-piece', name: 'Loft kit' },
  recipe: 'kit-four-spaced',
};

const OTHERS: readonly Part[] = [
  {
    id: 'demo-boathouse-12-string',
    prefix: 'song',
    name: 'Twelve-string and voice, Friday evening',
    players: 'Oddny, 12-string and voice',
    at: '2026-06-12T19:00:00.000Z',
    instrument: { kind: 'guitar', variant: 'jumbo', name: 'Twelve-string', choices: { strings: '12', voice: 'yes' } },
    recipe: 'voice-and-guitar',
  },
  {
    id: 'demo-boathouse-upright',
    prefix: 'upright',
    name: 'Upright in the slip house',
    players: 'Tor, piano',
    at: '2026-06-11T17:00:00.000Z',
    instrument: { kind: 'upright-piano', variant: 'studio', name: 'Slip house upright', positionM: { x: 2.7, y: 2.4 } },
    recipe: 'upright-lid',
  },
  {
    id: 'demo-boathouse-flugelhorn',
    prefix: 'horn',
    name: 'Flugelhorn overdub',
    players: 'Ingunn, flugelhorn',
    at: '2026-06-10T17:00:00.000Z',
    instrument: { kind: 'brass', variant: 'flugelhorn', name: 'Flugelhorn', positionM: { x: 2.7, y: 1.6 } },
    recipe: 'horn-two-kinds',
  },
  {
    id: 'demo-boathouse-congas',
    prefix: 'congas',
    name: 'Congas',
    players: 'Marit, congas',
    at: '2026-06-09T17:00:00.000Z',
    instrument: { kind: 'hand-drums', variant: 'conga-pair', name: 'Congas', positionM: { x: 2.7, y: 2 } },
    recipe: 'congas-low',
  },
];

/** The demo session: a four-piece kit in the boathouse's net loft, kick, snare and a spaced pair. */
export const boathouseKit = (): Session => sessionOf(KIT);

/** All the group's sessions, the kit first. */
export const boathouseSessions = (): Session[] => [KIT, ...OTHERS].map(sessionOf);
