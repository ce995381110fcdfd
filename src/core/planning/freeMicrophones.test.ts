import { boathouseSessions } from '../../../demo/boathouse';
import { commit, type Session } from '../document';
import { distance } from '../math';
import { isDirect, MICROPHONE_CATALOGUE } from '../microphones';
import { usedOf } from './chooseGear';
import { addMicrophone, addShootOut, duplicateMicrophone, freeModels, shootOutModels } from './freeMicrophones';
import { findingsOf } from './onPaper';

let ids = 0;
const newId = (): string => `free-${++ids}`;
const done = (session: Session, command: Parameters<typeof commit>[1]): Session => {
  const result = commit(session, command, '2026-12-01T10:00:00.000Z');
  if (result.kind !== 'changed') throw new Error(result.kind === 'refused' ? JSON.stringify(result.reason) : 'nothing changed');
  return result.session;
};
const fixes = (session: Session): number => findingsOf(session).filter(({ severity }) => severity === 'fix').length;
const bare = (session: Session): Session => ({ ...session, microphones: [], pairs: [], patch: {}, tape: [] });

describe('microphones by hand', () => {
  it('stand before any source of any instrument, looking at it, without trouble of their own', () => {
    let tried = 0;
    for (const full of boathouseSessions()) {
      const session = bare(full);
      for (const { id: instrumentId, kind } of session.instruments) {
        const sourceId = { 'drum-kit': 'snare', guitar: 'guitar', brass: 'bell', 'upright-piano': 'middle', 'hand-drums': 'conga' }[kind as string];
        const model = freeModels(session).find((one) => !isDirect(one.kind));
        if (!sourceId || !model) continue;
        tried++;
        const next = done(session, addMicrophone(model.id, { instrumentId, sourceId }, newId));
        expect(next.microphones).toHaveLength(1);
        expect(next.microphones[0]).toMatchObject({ modelId: model.id, setupId: null, target: { instrumentId, sourceId } });
        expect(fixes(next)).toBe(0);
      }
    }
    expect(tried).toBeGreaterThan(3);
  });

  it('may be a pickup or a USB microphone alone: what no set-up is for', () => {
    const full = boathouseSessions().find(({ instruments }) => instruments.some(({ kind }) => kind === 'guitar'));
    if (!full) throw new Error('demo');
    const guitar = full.instruments.find(({ kind }) => kind === 'guitar');
    for (const model of MICROPHONE_CATALOGUE.filter(({ kind, connector }) => kind === 'pickup' || connector === 'USB')) {
      const session = { ...bare(full), shelf: { ...full.shelf, microphones: [{ ...model, count: 1 }] } };
      const next = done(session, addMicrophone(model.id, { instrumentId: guitar?.id ?? '', sourceId: 'guitar' }, newId));
      expect([model.id, next.microphones.length, fixes(next)]).toEqual([model.id, 1, 0]);
    }
  });

  it('are as many as are owned, and no more', () => {
    const [kit] = boathouseSessions().map(bare);
    if (!kit) throw new Error('demo');
    const target = { instrumentId: kit.instruments[0]?.id ?? '', sourceId: 'snare' };
    let session = kit;
    for (const model of kit.shelf.microphones) for (let n = 0; n < model.count; n++) session = done(session, addMicrophone(model.id, target, newId));
    for (const model of session.shelf.microphones) expect(usedOf(session, model.id)).toBe(model.count);
    expect(freeModels(session)).toEqual([]);
    const one = kit.shelf.microphones[0]?.id ?? '';
    expect(commit(session, addMicrophone(one, target, newId), '2026-12-01T10:00:00.000Z').kind).toBe('same');
    const names = session.microphones.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    const labels = session.microphones.map(({ label }) => label);
    expect(new Set(labels).size).toBe(labels.length);
  });

  it('are doubled beside each other, and compared by kind: unlike ones left and right, looking the same way', () => {
    const [kit] = boathouseSessions();
    const snare = kit?.microphones.find(({ name }) => name === 'Snare');
    if (!kit || !snare) throw new Error('demo');
    const twice = done(kit, duplicateMicrophone(snare.id, newId));
    const copy = twice.microphones.at(-1);
    expect(copy).toMatchObject({ name: 'Snare 2', target: snare.target });
    expect(distance(copy?.positionM ?? snare.positionM, snare.positionM)).toBeCloseTo(0.07, 2);
    const kinds = shootOutModels(kit, snare.id).map(({ kind }) => kind);
    expect(kinds).toHaveLength(2);
    const own = kit.shelf.microphones.find(({ id }) => id === snare.modelId)?.kind;
    expect(new Set([own, ...kinds]).size).toBe(3);
    const three = done(kit, addShootOut(snare.id, newId)).microphones.slice(-2);
    expect(three).toHaveLength(2);
    const [a, b] = three;
    expect(distance(a?.positionM ?? snare.positionM, b?.positionM ?? snare.positionM)).toBeCloseTo(0.14, 2);
  });
});
