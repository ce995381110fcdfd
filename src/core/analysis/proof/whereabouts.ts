import type { ArrivalTable } from '../../arrivals';
import { type MicrophoneId, sourceKey } from '../../ids';
import { distance, subtract, type Vec3 } from '../../math';
import { isDirect } from '../../microphones';
import { asLength, asList, asMidway, type Told, type Words } from '../../units';
import { tell } from './codes';
import { type HeardDifference, locate } from './locate';
import { modelOf, targetOf } from './planModel';
import type { Comparison, Proof } from './proof';

/** A microphone as the strokes place it. */
export interface Whereabouts {
  readonly microphoneId: MicrophoneId;
  readonly name: string;
  readonly plannedM: Vec3;
  readonly positionM: Vec3;
  /** One standard deviation, metres, the largest along any axis. */
  readonly sigmaM: number;
  /** Sources that were heard in it clearly. */
  readonly sources: number;
  readonly verdict: 'in place' | 'elsewhere' | 'not known';
  readonly message: Told;
}

/** Stands may be off by this along each axis, marks of sources by that, metres. */
const STRAY_M = 0.12;
const MARK_M = 0.01;
/** A difference that was measured clearly is good to this, one that was not to less, seconds. */
const CLEAR_S = 2e-5;
const UNCLEAR_S = 1.5e-4;
const LEAST_CONFIDENCE = 0.5;
/** What the room or a louder neighbour drowns tells of them, not of the place. */
const LEAST_CLARITY = 0.7;
/** Nearer than this it is in its place: tape, marks and stand together, metres. */
const IN_PLACE_M = 0.03;
/** From here on it is not there by chance: 99.7 % of χ² with three degrees of freedom. */
const ODD = 14;
const LEAST_SOURCES = 4;

/** The differences that say something of places: the clearest for each source and microphone; none of channels that are late as a whole. */
function differences(table: ArrivalTable, { comparisons, findings }: Proof, sampleRate: number): HeardDifference[] {
  const { plan, rows } = table;
  const late = new Set(
    findings.flatMap(({ code, microphoneIds }) =>
      code === 'channel-late' || code === 'device-late' || code === 'channels-swapped' ? microphoneIds : [],
    ),
  );
  const best = new Map<string, Comparison>();
  for (const one of comparisons) {
    if (one.confidence < LEAST_CONFIDENCE || late.has(one.microphoneId) || late.has(one.spotId)) continue;
    const key = `${one.sourceKey} ${one.microphoneId}`;
    if ((best.get(key)?.confidence ?? 0) < one.confidence) best.set(key, one);
  }
  const model = modelOf(table);
  const indexOf = (id: MicrophoneId): number => plan.microphones.findIndex((microphone) => microphone.id === id);
  return [...best.values()].flatMap(({ sourceKey: key, microphoneId, spotId, measuredSamples, plannedSamples, confidence }): HeardDifference[] => {
    const [microphone, spot] = [indexOf(microphoneId), indexOf(spotId)];
    const source = plan.sources.findIndex((one) => sourceKey(one) === key);
    const [to, from] = [rows[microphone]?.[source], rows[spot]?.[source]];
    const [a, b] = [plan.microphones[microphone], plan.microphones[spot]];
    if (!to || !from || !a || !b || isDirect(a.model.kind) || isDirect(b.model.kind)) return [];
    if (model.at(source, microphone).clarity * model.at(source, spot).clarity < LEAST_CLARITY) return [];
    // What is measured is held against the way that it took; what is left of that is put to the straight one.
    const straight = (distance(to.fromM, a.positionM) - distance(from.fromM, b.positionM)) / plan.speedOfSoundMps;
    return [
      {
        source,
        microphone,
        spot,
        seconds: straight + (measuredSamples - plannedSamples) / sampleRate,
        sigmaS: CLEAR_S + (1 - Math.min(1, confidence)) * UNCLEAR_S,
        fromM: to.fromM,
        spotFromM: from.fromM,
      },
    ];
  });
}

function words(table: ArrivalTable, index: number, positionM: Vec3): Words {
  const { plan, rows } = table;
  const microphone = plan.microphones[index];
  if (!microphone) return '';
  const up = positionM.z - microphone.positionM.z;
  const target = targetOf(table, index);
  const source =
    target >= 0
      ? target
      : (rows[index] ?? []).reduce((near, arrival, s, all) => (arrival.distanceM < (all[near]?.distanceM ?? Infinity) ? s : near), 0);
  const fromM = rows[index]?.[source]?.fromM;
  const farther = fromM ? distance(fromM, positionM) - distance(fromM, microphone.positionM) : 0;
  const told = [
    ...(Math.abs(up) >= 0.015 ? [tell('higher', { by: asLength(Math.abs(up)), up: up > 0 ? 'yes' : 'no' })] : []),
    ...(Math.abs(farther) >= 0.015
      ? [
          tell('farther-from', {
            by: asLength(Math.abs(farther)),
            farther: farther > 0 ? 'yes' : 'no',
            source: asMidway(plan.sources[source]?.name ?? ''),
          }),
        ]
      : []),
  ];
  const apart = asLength(distance(positionM, microphone.positionM));
  return told.length > 0 ? tell('than-planned', { told: asList(told) }) : tell('aside-of-its-place', { apart });
}

/** What else it would hear clearly, the clearest first: so many more say where it is. */
function moreToStrike(table: ArrivalTable, index: number, heard: ReadonlySet<number>): Told {
  const missing = LEAST_SOURCES - heard.size;
  const model = modelOf(table);
  const open = table.plan.sources
    .flatMap(({ name }, source) => {
      const { clarity } = model.at(source, index);
      return heard.has(source) || clarity < LEAST_CLARITY ? [] : [{ name, clarity }];
    })
    .sort((a, b) => b.clarity - a.clarity);
  if (open.length < missing) return tell('strike-more', { leastSources: missing });
  return tell('strike-these', { which: asList(open.slice(0, missing).map(({ name }) => name)) });
}

/** Findings that say which microphone, or that the instrument, is elsewhere. */
const BLAMES: ReadonlySet<string> = new Set(['distance-differs', 'instrument-elsewhere', 'question']);

/**
 * Where the microphones are by the strokes of a take, together with how well that is known; for each that is not known, what to play.
 */
export function whereabouts(table: ArrivalTable, proof: Proof, sampleRate: number): Whereabouts[] {
  const { plan, rows } = table;
  const heard = differences(table, proof, sampleRate);
  const sourcesM = plan.sources.map((source, s) => rows[0]?.[s]?.fromM ?? source.sides[0].positionM);
  const found = locate({
    microphonesM: plan.microphones.map(({ positionM }) => positionM),
    strayM: STRAY_M,
    sourcesM,
    markM: MARK_M,
    heard,
    speedOfSoundMps: plan.speedOfSoundMps,
  });
  if (!found) return [];
  // Places are solved all at once; where fewer causes explain the take, no other microphone is accused.
  const blamed = new Set(proof.findings.flatMap(({ code, microphoneIds }) => (BLAMES.has(code) ? microphoneIds : [])));
  const mayAccuse = (id: MicrophoneId): boolean => !proof.findings.some(({ code }) => BLAMES.has(code)) || blamed.has(id);
  return plan.microphones.flatMap((microphone, index): Whereabouts[] => {
    if (isDirect(microphone.model.kind)) return [];
    const own = found[index];
    if (!own) return [];
    const heardHere = new Set(heard.flatMap((one) => (one.microphone === index || one.spot === index ? [one.source] : [])));
    const sources = heardHere.size;
    const sigmaM = Math.max(own.sigmaM.x, own.sigmaM.y, own.sigmaM.z);
    const off = subtract(own.positionM, microphone.positionM);
    const apart = Math.hypot(off.x, off.y, off.z);
    const base = { microphoneId: microphone.id, name: microphone.name, plannedM: microphone.positionM, positionM: own.positionM, sigmaM, sources };
    const within = asLength(Math.max(0.005, sigmaM));
    if (apart > IN_PLACE_M && own.oddness > ODD && sources >= LEAST_SOURCES && mayAccuse(microphone.id))
      return [
        { ...base, verdict: 'elsewhere', message: tell('is', { microphone: microphone.name, words: words(table, index, own.positionM), within }) },
      ];
    if (sources >= LEAST_SOURCES && sigmaM <= IN_PLACE_M && apart <= IN_PLACE_M)
      return [{ ...base, verdict: 'in place', message: tell('is-where-it-is-planned', { microphone: microphone.name, within }) }];
    const more = sources < LEAST_SOURCES ? moreToStrike(table, index, heardHere) : tell('strike-others-too');
    return [
      {
        ...base,
        verdict: 'not known',
        message: tell('where-is-the-strokes-leave-open', { microphone: microphone.name, within, sources, more }),
      },
    ];
  });
}
