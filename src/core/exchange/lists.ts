import type { ArrivalTable } from '../arrivals';
import type { Session } from '../document';
import { cableTitle } from '../patch';
import { cableNeeds, measuredPlaces, powerUses, powerUseTold, shoppingList, standUses } from '../planning';
import { tapeList } from '../tape';
import { tell } from './codes';
import { type Say, toCsv } from './csv';
import { inputList, polarityOf } from './inputList';

/** Every list of the sheet as one JSON text: lengths in metres, levels in dB. */
export function listsJson(session: Session, table: ArrivalTable, say: Say): string {
  const { plan } = table;
  const lists = {
    session: session.name,
    sampleRateHz: session.sampleRateHz,
    inputs: inputList(session, table).map((row) => ({
      ...row,
      phantomNote: row.phantomNote && say(row.phantomNote),
      polarity: say(polarityOf(row)),
    })),
    tape: tapeList(plan),
    measured: measuredPlaces(session, plan),
    cables: cableNeeds(session, plan),
    stands: standUses(session),
    power: powerUses(session),
    toGet: shoppingList(session, plan).map((one) => ({
      ...one,
      what: say(one.what),
      why: say(one.why),
      price: session.ready.prices?.[one.key] ?? null,
    })),
  };
  return `${JSON.stringify(lists, null, 2)}\n`;
}

/** Cables, stands, power and what is missing as one table. */
export function gearCsv(session: Session, table: ArrivalTable, say: Say): string {
  const rows = [
    ...cableNeeds(session, table.plan).map(({ microphone, plug, needM, cable }) => [
      say(tell('cable')),
      microphone,
      say(tell('cable-needed', { plug, metres: needM.toFixed(1) })),
      // Who has counted no cable has not said that there are none.
      cable ? cableTitle(cable, session.units) : (session.shelf.cables ?? []).length > 0 ? say(tell('missing')) : '',
    ]),
    ...standUses(session).map(({ name, used, owned }) => [
      say(tell('stand')),
      name,
      say(tell('in-use', { count: used })),
      say(tell('there', { count: owned })),
    ]),
    ...powerUses(session).map((one) => [say(tell('power')), one.device, say(tell('mains')), say(powerUseTold(one))]),
    ...shoppingList(session, table.plan).map(({ what, count, why }) => [say(tell('to-get')), say(what), String(count), say(why)]),
  ];
  return toCsv([(['list', 'what', 'how-much', 'note'] as const).map((head) => say(tell(head))), ...rows]);
}
