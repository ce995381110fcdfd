import { boathouseKit } from '../../../demo/boathouse';
import { editMicrophone, editSession } from '../../core/session';
import { database, loadSession } from '../db/database';
import { cancelPreview, openSession, previewCommand, redo, runCommand, setSession, undo, useSessionStore } from './sessionStore';

const doc = () => {
  const { doc: open } = useSessionStore.getState();
  if (!open) throw new Error('no session is open');
  return open;
};
const settled = () => new Promise((done) => setTimeout(done, 20));

beforeEach(async () => {
  await database.sessions.clear();
  setSession(boathouseKit());
});

test('every command is saved at once and can be undone and redone', async () => {
  const before = doc();
  runCommand(editSession({ name: 'Sunday' }));
  await settled();
  expect((await loadSession(before.id))?.name).toBe('Sunday');
  undo();
  await settled();
  expect(doc().name).toBe(before.name);
  expect((await loadSession(before.id))?.name).toBe(before.name);
  redo();
  expect(doc().name).toBe('Sunday');
});

test('a drag of a hundred steps is one step of undo', () => {
  const before = doc();
  const id = before.microphones[0]?.id ?? '';
  for (let i = 1; i <= 100; i++) previewCommand(editMicrophone(id, { positionM: { x: 1 + i / 100, y: 1, z: 1 } }));
  expect(useSessionStore.getState().draft?.microphones[0]?.positionM.x).toBe(2);
  expect(doc()).toBe(before);
  runCommand(editMicrophone(id, { positionM: { x: 2, y: 1, z: 1 } }));
  expect(useSessionStore.temporal.getState().pastStates).toHaveLength(1);
  undo();
  expect(doc().microphones).toEqual(before.microphones);
});

test('a cancelled drag leaves nothing behind', () => {
  const before = doc();
  previewCommand(editSession({ name: 'x' }));
  cancelPreview();
  expect(useSessionStore.getState().draft).toBeNull();
  expect(doc()).toBe(before);
});

test('a failed write is said at once and nothing is lost in the tab', async () => {
  const put = database.sessions.put.bind(database.sessions);
  const refuse = Object.assign(new Error('full'), { name: 'QuotaExceededError' });
  database.sessions.put = (() => Promise.reject(refuse)) as unknown as typeof put;
  runCommand(editSession({ name: 'Unsaved' }));
  await settled();
  expect(useSessionStore.getState().saveProblem).toMatch(/no room left.*export this session/);
  expect(doc().name).toBe('Unsaved');
  database.sessions.put = put;
  runCommand(editSession({ name: 'Saved again' }));
  await settled();
  expect(useSessionStore.getState().saveProblem).toBeNull();
});

test('opening what is not there says so', async () => {
  useSessionStore.setState({ doc: null });
  expect(await openSession('nobody')).toBe(false);
});
