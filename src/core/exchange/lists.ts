import type { ArrivalTable } from '../arrivals';
import type { Session } from '../document';
import { cableTitle } from '../patch';
import { cableNeeds, measuredPlaces, powerUses, powerUseWords, shoppingList, standUses } from '../planning';
import { tapeList } from '../tape';
import { toCsv } from './csv';
import { inputList } from './inputList';

/** Every list of the sheet as one JSON text: lengths in metres, levels in dB. */
export function listsJson(session: Session, table: ArrivalTable): string {
  const { plan } = table;
  const lists = {
    session: session.name,
    sampleRateHz: session.sampleRateHz,
    inputs: inputList(session, table),
    tape: tapeList(plan),
    measured: measuredPlaces(session, plan),
    cables: cableNeeds(session, plan),
    stands: standUses(session),
    power: powerUses(session),
    toGet: shoppingList(session, plan).map((one) => ({ ...one, price: session.ready.prices?.[one.key] ?? null })),
  };
  return `${JSON.stringify(lists, null, 2)}\n`;
}

/** Cables, stands, power and what is missing as one table. */
export function gearCsv(session: Session, table: ArrivalTable): string {
  const rows = [
    ...cableNeeds(session, table.plan).map(({ microphone, plug, needM, cable }) => [
      'cable',
      microphone,
      `${plug}, ${needM.toFixed(1)} m`,
      // Who has counted no cable has not said that there are none.
      cable ? cableTitle(cable, session.units) : (session.shelf.cables ?? []).length > 0 ? 'missing' : '',
    ]),
    ...standUses(session).map(({ name, used, owned }) => ['stand', name, `${used} in use`, `${owned} there`]),
    ...powerUses(session).map((one) => ['power', one.device, 'mains', powerUseWords(one)]),
    ...shoppingList(session, table.plan).map(({ what, count, why }) => ['to get', what, String(count), why]),
  ];
  return toCsv([['List', 'What', 'How much', 'Note'], ...rows]);
}
