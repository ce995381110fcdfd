import { boathouseKit } from '../../../demo/boathouse';
import { walks } from '../../../scripts/walks';
import { arrivalTable } from '../arrivals';
import { plugIn, type Session } from '../document';
import { inputList, inputListCsv } from '../exchange';
import { createRandom } from '../math';
import { PHANTOM_NEEDS } from '../microphones';
import { inputAddress, OUTBOARD_CATALOGUE } from '../patch';
import { dangerOfBetween, dangerOfPlugging, litBanks, patchInputs, patchTroubles, powered, powerUses, resolvePlan } from './index';

const KIT = boathouseKit();

/** The demo kit with other needs of power, plugged by chance. */
function byChance(seed: number): Session {
  const random = createRandom(seed);
  const kit = KIT;
  const microphones = kit.shelf.microphones.map((model) => ({ ...model, phantom: PHANTOM_NEEDS[random.integer(0, 2)] ?? 'needs' }));
  const addresses = patchInputs(kit).map(inputAddress);
  const patch: Record<string, string> = {};
  for (const { id } of kit.microphones) {
    const free = addresses.filter((address) => !Object.values(patch).includes(address));
    if (random.uniform() < 0.85) patch[id] = free[random.integer(0, free.length - 1)] as string;
  }
  return { ...kit, shelf: { ...kit.shelf, microphones }, patch };
}

/** Who gets power, told from the words of the rule alone: a bank is on when anyone in it needs it. */
function plainPower(session: Session): Set<string> {
  const modelOf = (id: string) => session.shelf.microphones.find((model) => model.id === session.microphones.find((one) => one.id === id)?.modelId);
  const bankOf = (id: string): string | undefined => {
    const [device, input] = (session.patch[id] ?? '').split('/');
    const bank = session.shelf.devices.find((one) => one.id === device)?.inputs.find((one) => one.id === input)?.phantomBank;
    return bank ? `${device} ${bank}` : undefined;
  };
  const on = new Set(
    Object.keys(session.patch)
      .filter((id) => modelOf(id)?.phantom === 'needs')
      .map(bankOf),
  );
  return new Set(Object.keys(session.patch).filter((id) => bankOf(id) !== undefined && on.has(bankOf(id))));
}

test('sheet, CSV and troubles agree with who really gets power, over patches made by chance (seeded)', () => {
  let harmed = 0;
  for (let seed = 1; seed <= walks(60, 500); seed++) {
    const session = byChance(seed);
    const lit = plainPower(session);
    expect([...powered(session)].sort()).toEqual([...lit].sort());
    const modelOf = (id: string) => session.shelf.microphones.find((model) => model.id === session.microphones.find((one) => one.id === id)?.modelId);
    const rows = inputList(session, arrivalTable(resolvePlan(session)));
    const csv = inputListCsv(rows).split('\r\n').slice(1);
    rows.forEach((row, i) => {
      const isHarmed = lit.has(row.microphoneId) && modelOf(row.microphoneId)?.phantom === 'never';
      expect([row.phantom, row.isHarmed]).toEqual([lit.has(row.microphoneId), isHarmed]);
      expect(csv[i]).toContain(isHarmed ? ',on: must be off,' : lit.has(row.microphoneId) ? ',on,' : ',off,');
      if (isHarmed) harmed++;
    });
    const dangers = patchTroubles(session).flatMap(({ isDanger, microphoneId }) => (isDanger ? [microphoneId] : []));
    expect([...dangers].sort()).toEqual(
      session.microphones.flatMap(({ id }) => (lit.has(id) && modelOf(id)?.phantom === 'never' ? [id] : [])).sort(),
    );
  }
  expect(harmed).toBeGreaterThan(5);
});

test('plugging one more is refused in words exactly when someone who must not would get power (seeded)', () => {
  let refused = 0;
  for (let seed = 1; seed <= walks(100, 500); seed++) {
    const session = byChance(1000 + seed);
    const random = createRandom(seed);
    const inputs = patchInputs(session);
    const microphone = session.microphones[random.integer(0, session.microphones.length - 1)];
    const input = inputs[random.integer(0, inputs.length - 1)];
    if (!microphone || !input) continue;
    const made = plugIn(microphone.id, inputAddress(input))(session);
    const never = (one: Session): Set<string> =>
      new Set(
        [...plainPower(one)].filter(
          (id) => one.shelf.microphones.find((model) => model.id === one.microphones.find((m) => m.id === id)?.modelId)?.phantom === 'never',
        ),
      );
    const [before, after] = [never(session), never(made)];
    const isNew = [...after].some((id) => id === microphone.id || !before.has(id));
    const danger = dangerOfPlugging(session, microphone.id, inputAddress(input));
    expect([seed, danger !== null]).toEqual([seed, isNew]);
    if (danger) {
      refused++;
      expect(danger).toMatch(/ must never get phantom power, and its bank is powered for .+: move one of them\.$/);
    }
  }
  expect(refused).toBeGreaterThan(5);
});

/** Whether power gets to each microphone where things stand between, told from the words on the shelf alone. */
function plainThrough(session: Session): { readonly lit: Set<string>; readonly powered: Set<string> } {
  const itemOf = (id: string) => session.shelf.outboard?.find((one) => one.id === session.microphones.find((placed) => placed.id === id)?.through);
  const modelOf = (id: string) => session.shelf.microphones.find((model) => model.id === session.microphones.find((one) => one.id === id)?.modelId);
  const bankOf = (id: string): string | null => {
    const [device, input] = (session.patch[id] ?? '').split('/');
    const bank = session.shelf.devices.find((one) => one.id === device)?.inputs.find((one) => one.id === input)?.phantomBank;
    return bank ? `${device}/${bank}` : null;
  };
  const plugged = Object.keys(session.patch);
  const asks = plugged.filter((id) => {
    const item = itemOf(id);
    if (item?.needsPower) return true;
    return modelOf(id)?.phantom === 'needs' && !item?.blocksPower && !item?.givesPower;
  });
  const lit = new Set(asks.flatMap((id) => bankOf(id) ?? []));
  return { lit, powered: new Set(plugged.filter((id) => lit.has(bankOf(id) ?? '') && !itemOf(id)?.blocksPower)) };
}

test('with things between: lit banks, who gets power, the power list, the sheet and the dangers agree with the words on the shelf (seeded)', () => {
  let [harmed, saved] = [0, 0];
  for (let seed = 1; seed <= walks(80, 500); seed++) {
    const random = createRandom(7000 + seed);
    const plain = byChance(seed);
    const session = {
      ...plain,
      shelf: { ...plain.shelf, outboard: OUTBOARD_CATALOGUE },
      microphones: plain.microphones.map((placed) =>
        random.uniform() < 0.5 ? { ...placed, through: OUTBOARD_CATALOGUE[random.integer(0, OUTBOARD_CATALOGUE.length - 1)]?.id ?? '' } : placed,
      ),
    };
    const { lit, powered: fed } = plainThrough(session);
    expect([seed, [...litBanks(session)].sort()]).toEqual([seed, [...lit].sort()]);
    expect([seed, [...powered(session)].sort()]).toEqual([seed, [...fed].sort()]);
    expect(
      powerUses(session)
        .flatMap(({ banks }) => banks.map((bank) => `eight-input/${bank}`))
        .sort(),
    ).toEqual([...lit].sort());
    const modelOf = (id: string) => session.shelf.microphones.find((model) => model.id === session.microphones.find((one) => one.id === id)?.modelId);
    const never = Object.keys(session.patch).filter((id) => modelOf(id)?.phantom === 'never');
    const dangers = patchTroubles(session).flatMap(({ isDanger, microphoneId }) => (isDanger ? [microphoneId] : []));
    expect([seed, [...dangers].sort()]).toEqual([seed, never.filter((id) => fed.has(id)).sort()]);
    const rows = inputList(session, arrivalTable(resolvePlan(session)));
    expect(
      rows
        .filter(({ isHarmed }) => isHarmed)
        .map(({ microphoneId }) => microphoneId)
        .sort(),
    ).toEqual([...dangers].sort());
    harmed += dangers.length;
    saved += never.filter((id) => !fed.has(id) && session.microphones.find((one) => one.id === id)?.through).length;
    // Taking away what saves somebody is refused in words exactly when power is there.
    for (const id of never) {
      const bare = { ...session, microphones: session.microphones.map((one) => (one.id === id ? { ...one, through: undefined } : one)) } as Session;
      const before = new Set(dangers);
      const comes = [...plainThrough(bare).powered].some((one) => never.includes(one) && !before.has(one));
      expect([seed, dangerOfBetween(session, id, null) !== null]).toEqual([seed, comes]);
    }
  }
  expect(harmed).toBeGreaterThan(5);
  expect(saved).toBeGreaterThan(5);
});
