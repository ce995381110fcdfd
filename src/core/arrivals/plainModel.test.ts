/** Held against the plain model of `hostile/plainModel.ts`, which shares nothing with the program but the description of instruments. */

import { dotted, long, minus, plain, plus, times } from '../../../hostile/plainModel';
import { walks } from '../../../scripts/walks';
import { INSTRUMENT_KINDS, type Instrument, placedGeometry } from '../instruments';
import { familyOf } from '../instruments/registry';
import { createRandom } from '../math';
import { MICROPHONE_CATALOGUE } from '../microphones';
import { arrivalOf, incidentSplDb, type PlanMicrophone } from './index';

const PATTERNS = ['omni', 'wide-cardioid', 'cardioid', 'supercardioid', 'hypercardioid', 'figure-of-eight'] as const;

const CASES = walks(150, 500);

test(`on ${CASES} random cases the program and the plain model agree within 0.1 dB and 1 µs, unsettled polarities included`, () => {
  const random = createRandom(8_1125);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random.between(0, 1) * list.length)] as T;
  let unsettled = 0;
  const ways = new Set<string>();
  for (let n = 0; n < CASES; ) {
    const kind = pick(INSTRUMENT_KINDS);
    const room = {
      widthM: random.between(3, 8),
      depthM: random.between(3, 8),
      heightM: random.between(2.2, 4),
      temperatureC: random.between(5, 30),
      absorption: random.between(0.05, 0.6),
      glass: [],
    };
    const c = 343.2 * Math.sqrt((room.temperatureC + 273.15) / 293.15);
    const instrument: Instrument = {
      id: 'i',
      kind,
      variant: pick(Object.keys(familyOf(kind).variants)),
      name: 'i',
      positionM: { x: room.widthM / 2, y: room.depthM / 2 },
      rotationDeg: random.between(-180, 180),
      mirrored: random.between(0, 1) < 0.5,
    };
    const source = pick(placedGeometry(instrument).sources);
    const face = pick(source.sides);
    const spread = pick([0.15, 0.4, 1]);
    const place = plus(face.positionM, { x: spread * random.normal(), y: spread * random.normal(), z: spread * random.normal() });
    const positionM = {
      x: Math.min(room.widthM - 0.05, Math.max(0.05, place.x)),
      y: Math.min(room.depthM - 0.05, Math.max(0.05, place.y)),
      z: Math.min(room.heightM - 0.05, Math.max(0.05, place.z)),
    };
    // Nearer than 3 cm to a face the cells of the plain model are too coarse.
    if (source.sides.some((side) => Math.abs(dotted(minus(positionM, side.positionM), side.normal)) < 0.03)) continue;
    n++;
    const axis = { x: random.normal(), y: random.normal(), z: random.normal() };
    const microphone: PlanMicrophone = {
      id: 'm',
      label: 'M',
      name: 'M',
      model: pick(MICROPHONE_CATALOGUE.filter(({ kind }) => kind !== 'pickup')),
      positionM,
      axis: times(axis, 1 / long(axis)),
      pattern: pick(PATTERNS),
      padOn: false,
      flipped: random.between(0, 1) < 0.3,
      alignSamples: 0,
      targetKey: null,
      locked: false,
      stand: null,
    };
    const ours = arrivalOf(microphone, source, { room, speedOfSoundMps: c });
    const theirs = plain(source, microphone, room, c);
    const label = `${n} ${instrument.variant} ${source.id} ${ours.paths.map((path) => path.way).join(', ')}`;
    for (const path of ours.paths) ways.add(path.way);
    // A null cuts both to nothing; what is 60 dB under the incident sound is no level.
    if (theirs.directDb > theirs.incidentDb - 60)
      expect([label, 'direct', Math.abs(ours.directDb - theirs.directDb) < 0.1]).toEqual([label, 'direct', true]);
    expect([label, 'incident', Math.abs(incidentSplDb(ours) - theirs.incidentDb) < 0.1]).toEqual([label, 'incident', true]);
    expect([label, 'room', Math.abs(ours.roomDb - theirs.roomDb) < 0.1]).toEqual([label, 'room', true]);
    expect([label, 'level', Math.abs(ours.levelDb - theirs.levelDb) < 0.1]).toEqual([label, 'level', true]);
    expect([label, 'delay', Math.abs(ours.delaySeconds - theirs.delay) < 1e-6]).toEqual([label, 'delay', true]);
    if (Math.abs(theirs.leadsDb - 3) > 0.1) expect([label, 'settled', ours.settled]).toEqual([label, 'settled', theirs.leadsDb >= 3]);
    if (ours.settled) expect([label, 'polarity', ours.polarity]).toEqual([label, 'polarity', theirs.polarity]);
    else unsettled++;
  }
  expect(unsettled).toBeGreaterThan(0.06 * CASES);
  expect([...ways].sort()).toEqual(['direct', 'inside', 'round the body']);
});
