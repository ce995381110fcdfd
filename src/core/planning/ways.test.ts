import { boathouseKit } from '../../../demo/boathouse';
import { sayMetric as said } from '../../words';
import { arrivalTable } from '../arrivals';
import { editMicrophone, plugAll, plugIn, putBehind, putBetween, type Session, sessionProblem, splitInto } from '../document';
import { inputList, inputListCsv } from '../exchange';
import { inputAddress } from '../ids';
import { assignInputs, CABLE_CATALOGUE, DEVICE_CATALOGUE, OUTBOARD_CATALOGUE, onShelf, peakTargetOf, secondWayId } from '../patch';
import { loadMilpSolver } from '../patch/highs';
import { renderTake } from '../render';
import {
  cableNeeds,
  clocksTold,
  deskOf,
  expansionsTold,
  gainSetting,
  inputsInUse,
  isOneSplit,
  outboardOf,
  patchInputs,
  patchProblem,
  patchTroubles,
  powerUses,
  resolvePlan,
  shoppingList,
  wantedLevelDb,
} from './index';

const DEMO = boathouseKit();
/** The demo kit, its four microphones in the first four inputs. */
const KIT: Session = { ...DEMO, patch: Object.fromEntries(DEMO.microphones.map(({ id }, i) => [id, `eight-input/in${i + 1}`])) };
const [first] = KIT.microphones;
if (!first) throw new Error('the kit has microphones');
const catalogued = <T extends { readonly id: string }>(list: readonly T[], id: string): T => list.find((one) => one.id === id) as T;
const host = catalogued(DEVICE_CATALOGUE, 'eight-input');
const byLight = onShelf(catalogued(DEVICE_CATALOGUE, 'eight-by-light'), [host]);
const splitter = catalogued(OUTBOARD_CATALOGUE, 'splitter');
const strip = catalogued(OUTBOARD_CATALOGUE, 'channel-strip');
const withShelf = (more: Partial<Session['shelf']>, rest: Partial<Session> = {}): Session => ({ ...KIT, ...rest, shelf: { ...KIT.shelf, ...more } });
const settingOf = (session: Session, id: string) => {
  const input = patchInputs(session).find((one) => inputAddress(one) === session.patch[id]);
  return input ? gainSetting(arrivalTable(resolvePlan(session)), id, input, outboardOf(session, id)) : null;
};

describe('low cuts on the way', () => {
  const cutting = (hertz: number): Session => ({
    ...KIT,
    shelf: { ...KIT.shelf, microphones: KIT.shelf.microphones.map((model) => ({ ...model, lowCutHz: hertz })) },
  });

  test('a microphone’s own lowers what is predicted as the peaks of a rendered take are, within 3 dB', () => {
    for (const { id, name } of KIT.microphones.slice(0, 3)) {
      const open = cutting(100);
      const cut = editMicrophone(id, { lowCut: true })(open);
      const lost = settingOf(cut, id)?.lowCutDb ?? 0;
      expect(lost).toBeLessThanOrEqual(0);
      const loudest = (session: Session): number => {
        const samples =
          renderTake(resolvePlan(session), { seed: 3, rounds: 1 }).channels.find((channel) => channel.name === name)?.samples ?? new Float32Array();
        return 20 * Math.log10(samples.reduce((most, x) => Math.max(most, Math.abs(x)), 0));
      };
      expect(Math.abs(loudest(cut) - loudest(open) - lost)).toBeLessThan(3);
    }
  });

  test('the gain makes up for it, and the microphone’s own limit does not hear of it', () => {
    const open = cutting(300);
    const cut = editMicrophone(first.id, { lowCut: true })(open);
    const [before, after] = [settingOf(open, first.id), settingOf(cut, first.id)];
    expect((after?.gainDb ?? 0) - (before?.gainDb ?? 0)).toBeCloseTo(-(after?.lowCutDb ?? 0), -0.5);
  });

  test('that of an input, or of a strip between, is on the list', () => {
    const session = editMicrophone(first.id, { inputLowCut: true })(putBetween(first.id, strip.id)(withShelf({ outboard: [strip] })));
    expect(sessionProblem(session)).toBeNull();
    const rows = inputList(session, arrivalTable(resolvePlan(session)));
    expect(rows.filter(({ inputLowCut }) => inputLowCut).map(({ microphoneId }) => microphoneId)).toEqual([first.id]);
    expect(settingOf(session, first.id)?.lowCutDb).toBeLessThanOrEqual(0);
    // Without anything that has one the switch does nothing.
    expect(settingOf(editMicrophone(first.id, { inputLowCut: true })(KIT), first.id)?.lowCutDb).toBe(0);
  });
});

describe('a splitter', () => {
  const split = splitInto(first.id, 'eight-input/in8')(putBetween(first.id, splitter.id)(withShelf({ outboard: [splitter] })));

  test('has a second row on the list, without power, and one more microphone for the solver', () => {
    expect(sessionProblem(split)).toBeNull();
    const rows = inputList(split, arrivalTable(resolvePlan(split))).filter(({ microphoneId }) => microphoneId === first.id);
    expect(rows.map(({ input, phantom }) => [input, phantom])).toEqual([
      [expect.any(String), expect.any(Boolean)],
      ['8', false],
    ]);
    expect(inputListCsv(rows, said)).toContain(`${first.name}, second way`);
    const problem = patchProblem(split, arrivalTable(resolvePlan(split)));
    expect(problem.microphones.map(({ id }) => id)).toContain(secondWayId(first.id));
    expect(problem.previous[secondWayId(first.id)]).toBe('eight-input/in8');
    expect([inputsInUse(KIT), inputsInUse(split)]).toEqual([4, 5]);
  });

  test('what a solver found is plugged both ways', () => {
    const inputs = { ...split.patch, [secondWayId(first.id)]: 'eight-input/in7' };
    const plugged = plugAll(inputs, { [first.id]: splitter.id })(split);
    expect(plugged.microphones[0]?.secondInput).toBe('eight-input/in7');
    expect(plugged.patch).toEqual(split.patch);
    expect(sessionProblem(plugged)).toBeNull();
  });

  test('an input that is taken is refused in words; taking the splitter away takes the second way along', () => {
    const taken = {
      ...split,
      microphones: split.microphones.map((one) => (one.id === first.id ? { ...one, secondInput: split.patch[first.id] as string } : one)),
    };
    expect(sessionProblem(taken)).toMatch(/microphones\[0\]\.secondInput names an input that is taken/);
    expect(putBetween(first.id, null)(split).microphones[0]?.secondInput).toBeUndefined();
  });

  test('its device is powered and clocked with the others, and its way on has a cable of its own', () => {
    const { expands: _, ...recorder } = { ...byLight, id: 'other', name: 'Other' };
    const far = splitInto(
      first.id,
      'other/in1',
    )({
      ...split,
      brief: { desk: 'front left', desks: { other: 'back right' } },
      shelf: { ...split.shelf, devices: [host, recorder] },
    });
    expect(powerUses(far).map(({ device }) => device)).toContain('Other');
    expect(clocksTold(far)).toMatchObject({ code: 'clocks-apart', facts: { devices: { each: expect.arrayContaining(['Other']) } } });
    const way = cableNeeds(far).find(({ microphoneId }) => microphoneId === secondWayId(first.id));
    expect(way?.needM).toBeCloseTo(far.room.widthM - 1 + (far.room.depthM - 1) + 1, 6);
  });

  test('both its ways hold one recording, which is no fault; two copies of another microphone’s are', () => {
    const [, other] = KIT.microphones;
    const matching = { 'Kick a': first.id, 'Kick b': null, Snare: other?.id ?? null };
    const twin = (channels: readonly string[]) => isOneSplit(split, matching, { code: 'same-recording', channels });
    expect([twin(['Kick a', 'Kick b']), twin(['Snare', 'Kick b'])]).toEqual([true, false]);
    expect(isOneSplit(KIT, matching, { code: 'same-recording', channels: ['Kick a', 'Kick b'] })).toBe(false);
  });

  test('its second way needs a plug that fits', () => {
    const jacks = { ...host, inputs: host.inputs.map((input) => (input.id === 'in8' ? { ...input, connectors: ['TRS' as const] } : input)) };
    const session = { ...split, shelf: { ...split.shelf, devices: split.shelf.devices.map((one) => (one.id === host.id ? jacks : one)) } };
    expect(patchTroubles(session).map(({ message }) => message)).toMatchObject([{ code: 'the-second-way-of-ends-in' }]);
  });
});

describe('an equaliser at line level', () => {
  const equaliser = catalogued(OUTBOARD_CATALOGUE, 'line-equaliser');
  const preamp = catalogued(OUTBOARD_CATALOGUE, 'one-preamp');
  const [, second] = KIT.microphones;
  if (!second) throw new Error('there are two');
  const shelf = withShelf({ outboard: [preamp, equaliser] });
  const row = putBehind(first.id, equaliser.id)(putBetween(first.id, preamp.id)(shelf));

  test('stands behind a preamp, its low cut on the list by both names, its gain the preamp’s', () => {
    expect(sessionProblem(row)).toBeNull();
    expect(outboardOf(row, first.id)).toMatchObject({
      name: `${preamp.name}, then ${equaliser.name.toLowerCase()}`,
      gainMaxDb: 60,
      lowCutHz: 60,
      gives: 'TRS',
    });
    const cut = editMicrophone(first.id, { inputLowCut: true })(row);
    const [listed] = inputList(cut, arrivalTable(resolvePlan(cut))).filter(({ microphoneId }) => microphoneId === first.id);
    expect([listed?.between, listed?.inputLowCut]).toEqual([outboardOf(row, first.id)?.name, true]);
    expect(settingOf(row, first.id)?.gainDb).toEqual(settingOf(putBehind(first.id, null)(row), first.id)?.gainDb);
  });

  test('wants line level: before a microphone alone, or behind an attenuator, it is refused in words', () => {
    const bare = putBetween(first.id, equaliser.id)(shelf);
    expect(patchTroubles(bare).map(({ message }) => message)).toMatchObject([{ code: 'does-not-fit-between-and-input' }]);
    const attenuator = catalogued(OUTBOARD_CATALOGUE, 'attenuator-20');
    const soft = withShelf({ outboard: [attenuator, equaliser] });
    const behind = {
      ...soft,
      microphones: soft.microphones.map((one) => (one.id === first.id ? { ...one, outboardId: attenuator.id, lineOutboardId: equaliser.id } : one)),
    };
    expect(sessionProblem(behind)).toMatch(/microphones\[0\]\.lineOutboardId names what cannot stand behind its “outboardId”/);
  });

  test('goes when what it stands behind goes, and is counted: the second to use the only one is told', () => {
    expect(putBetween(first.id, null)(row).microphones[0]?.lineOutboardId).toBeUndefined();
    const two = { ...preamp, count: 2 };
    const both = putBehind(
      second.id,
      equaliser.id,
    )(putBetween(second.id, preamp.id)({ ...row, shelf: { ...row.shelf, outboard: [two, equaliser] } }));
    expect(patchTroubles(both).map(({ message }) => said(message))).toEqual([
      `There is one of ${equaliser.name}, and 2 are in use: ${second.name} has none.`,
    ]);
    expect(shoppingList(both).map(({ what }) => what)).toContain(equaliser.name);
  });

  test('the solver leaves the row where it is, gives it to nobody else, and its preamp is not there twice', async () => {
    const solve = await loadMilpSolver();
    const result = assignInputs(patchProblem(row, arrivalTable(resolvePlan(row))), solve);
    if (!result.ok) throw new Error(said(result.reason));
    expect(Object.entries(result.through)).toEqual([[first.id, outboardOf(row, first.id)?.id]]);
    const plugged = plugAll(result.inputs, result.through)(row);
    expect(plugged.microphones[0]).toMatchObject({ outboardId: preamp.id, lineOutboardId: equaliser.id });
    expect(sessionProblem(plugged)).toBeNull();
    expect(patchTroubles(plugged)).toEqual([]);
    const rest = patchProblem(row, arrivalTable(resolvePlan(row))).outboard ?? [];
    expect(rest.find(({ id }) => id === preamp.id)?.count).toBe(0);
  });
});

describe('inputs over a digital port', () => {
  const wide = withShelf({ devices: [host, byLight] });

  test('are all there at 48 kHz, and half of them at 96 kHz, which is said', () => {
    expect([patchInputs(wide).length, expansionsTold(wide)]).toEqual([16, []]);
    const fast = { ...wide, sampleRateHz: 96_000 };
    expect(patchInputs(fast)).toHaveLength(12);
    expect(expansionsTold(fast)).toMatchObject([{ code: 'port-carries', facts: { device: byLight.name, host: host.name, carried: 4 } }]);
  });

  test('a microphone in one that is no longer carried is told', () => {
    const plugged = { ...plugIn(first.id, `${byLight.id}/in7`)(wide), sampleRateHz: 96_000 };
    expect(patchTroubles(plugged).map(({ message }) => message)).toMatchObject([{ code: 'is-in-an-input-that-is' }]);
  });

  test('run by the clock of the port: nothing drifts, which two devices by themselves do', () => {
    const both = plugIn(first.id, `${byLight.id}/in2`)(wide);
    expect(clocksTold(both)).toBeNull();
    const { expands: _, ...alone } = byLight;
    expect(clocksTold({ ...both, shelf: { ...both.shelf, devices: [host, alone] } })).toMatchObject({ code: 'clocks-apart' });
  });

  test('without a port they carry nothing, and it is said where to say so', () => {
    const { digitalInputs: _, ...plain } = host;
    const session = withShelf({ devices: [plain, byLight] });
    expect(patchInputs(session)).toHaveLength(8);
    expect(expansionsTold(session)).toMatchObject([{ code: 'port-lacking', facts: { device: byLight.name, host: host.name } }]);
  });
});

test('devices in two corners: each microphone’s cable goes to where its own device stands', () => {
  const session: Session = {
    ...withShelf({ devices: [host, { ...byLight, id: 'other' }] }, { brief: { desk: 'front left', desks: { other: 'back right' } } }),
    patch: { ...KIT.patch, [first.id]: 'other/in1' },
  };
  expect([deskOf(session, host.id), deskOf(session, 'other')]).toEqual(['front left', 'back right']);
  const stood = resolvePlan(session).microphones.find(({ id }) => id === first.id);
  if (!stood?.stand) throw new Error('it stands');
  const { x, y } = stood.stand.baseM;
  const need = cableNeeds(session).find(({ microphoneId }) => microphoneId === first.id);
  expect(need?.needM).toBeCloseTo(Math.abs(x - (session.room.widthM - 0.5)) + Math.abs(y - 0.5) + stood.positionM.z + 1, 6);
});

test('who has counted no cable has not said that there are none; who has is asked for one that reaches', () => {
  const table = arrivalTable(resolvePlan(KIT));
  expect(patchProblem({ ...KIT, shelf: { ...KIT.shelf, cables: [] } }, table).reach).toBeUndefined();
  const short = [{ ...catalogued(CABLE_CATALOGUE, 'xlr-2'), count: 9 }];
  expect(patchProblem({ ...KIT, shelf: { ...KIT.shelf, cables: short } }, table).reach?.needM[first.id]?.[host.id]).toBeGreaterThan(2);
});

describe('faders at unity', () => {
  const unity = (brief: Session['brief']): Session => ({ ...KIT, brief: { levelHabit: 'balanced at unity', ...brief } });
  const [kit] = KIT.instruments;
  if (!kit) throw new Error('there is a kit');
  const shaker: Session['instruments'][number] = {
    ...kit,
    id: 'shaker',
    kind: 'shaken',
    variant: 'shaker',
    name: 'Shaker',
    positionM: { x: 1, y: 1 },
  };
  const heard = (session: Session) => resolvePlan(session).microphones.map(({ id }) => peakTargetOf(resolvePlan(session), id));

  test('what is to be softer is recorded softer by as much, the loudest at −12 dBFS', () => {
    expect(heard(unity({}))).toEqual([-12, -12, -12, -12]);
    // One instrument alone is the loudest, however soft it is to be.
    expect(heard(unity({ levelsDb: { [kit.id]: -9 } }))).toEqual([-12, -12, -12, -12]);
    // Recorded after others it is as soft as the song wants it.
    expect(heard(unity({ levelsDb: { [kit.id]: -9 }, together: 'one after another' }))).toEqual([-21, -21, -21, -21]);
    expect(heard(unity({ steadiness: 'very steady' }))).toEqual([-9, -9, -9, -9]);
    const two = { ...unity({ levelsDb: { shaker: -5, [kit.id]: 0 } }), instruments: [kit, shaker] };
    const own = editMicrophone(first.id, { target: { instrumentId: 'shaker', sourceId: 'none' } })(two);
    expect(peakTargetOf(resolvePlan(own), first.id)).toBe(-17);
    const setting = settingOf(own, first.id);
    expect(setting?.predictedPeakDbfs).toBeCloseTo(-17, -0.5);
  });

  test('a shaker is recorded quietly unless it is said otherwise (common practice); other habits know nothing of it', () => {
    expect(wantedLevelDb(unity({}), shaker)).toBe(-12);
    expect(wantedLevelDb(unity({ levelsDb: { shaker: -3 } }), shaker)).toBe(-3);
    expect(heard({ ...KIT, brief: { levelHabit: 'safe peaks', levelsDb: { [kit.id]: -9 } } })).toEqual([-12, -12, -12, -12]);
    expect(heard({ ...KIT, brief: { levelHabit: 'half to three quarters', steadiness: 'very steady' } })).toEqual([-15, -15, -15, -15]);
  });
});

test('two recorders with one time code begin together and drift all the same', () => {
  const recorder = { ...host, id: 'other', timeCode: 'A' };
  const both = plugIn(first.id, 'other/in1')(withShelf({ devices: [{ ...host, timeCode: 'A' }, recorder] }));
  expect(clocksTold(both)).toMatchObject({ code: 'clocks-stamped' });
  expect(clocksTold({ ...both, shelf: { ...both.shelf, devices: [host, recorder] } })).toMatchObject({ code: 'clocks-apart' });
});
