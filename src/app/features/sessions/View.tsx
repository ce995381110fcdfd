import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { useLiveQuery } from 'dexie-react-hooks';
import { lazy, Suspense, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { isSoundName } from '../../../core/audio';
import { commit, editSession, type Session } from '../../../core/document';
import type { ImportPlan } from '../../../core/exchange';
import { counted } from '../../../core/units';
import { sayDocument } from '../../../words/documents';
import { saySessions } from '../../../words/sessions.page.en';
import { download } from '../../components/download';
import { ACCEPT_SOUND } from '../../components/soundFiles';
import { backupFile } from '../../db/backup';
import { readProblem, saveProblem } from '../../db/database';
import type { PackedSound } from '../../db/packed';
import {
  changeStored,
  type Deleted,
  deleteSession,
  emptyDeleted,
  listDeleted,
  listSessions,
  type Stored,
  storeSession,
  undelete,
} from '../../db/sessions';
import { loadShelf } from '../../db/shelf';
import { TopBar } from '../../frame/TopBar';
import { setSession, useSessionStore } from '../../stores/sessionStore';
import { handFiles } from '../../stores/takeStore';
import { type Brought, beginSession, duplicateOf, isFirstRun, prepareFile, restoreDemo, takeBack, takeIn, takeSounds } from './actions';
import { Doors } from './Doors';
import { RecentlyDeleted } from './RecentlyDeleted';
import { SessionCard } from './SessionCard';
import { Unreadable } from './Unreadable';

interface Notice {
  readonly text: string;
  readonly bad: boolean;
  readonly undo?: () => Promise<unknown>;
}

/** What storage holds, or why it cannot be looked at. */
interface Kept {
  readonly stored: readonly Stored[];
  readonly shelf: Awaited<ReturnType<typeof loadShelf>> | null;
  readonly deleted: readonly Deleted[];
  readonly problem: string | null;
}

const lookUp = async (): Promise<Kept> => {
  try {
    const shelf = await loadShelf();
    return { stored: await listSessions(), shelf, deleted: await listDeleted(), problem: null };
  } catch (error) {
    return { stored: [], shelf: null, deleted: [], problem: readProblem(error) };
  }
};

function NoticeLine({ notice, onUndo, onClose }: { notice: Notice; onUndo: () => void; onClose: () => void }) {
  return (
    <Flex
      role={notice.bad ? 'alert' : 'status'}
      align="center"
      gap="3"
      px="4"
      py="2"
      mb="4"
      bg="panel"
      borderLeftWidth="4px"
      borderColor={notice.bad ? 'fix' : 'tape'}
    >
      <Box flex="1" overflowWrap="anywhere">
        {notice.text}
      </Box>
      {notice.undo && (
        <Button size="sm" minH="44px" variant="outline" onClick={onUndo}>
          {saySessions('undo')}
        </Button>
      )}
      <Button size="sm" minH="44px" variant="ghost" onClick={onClose}>
        {saySessions('close')}
      </Button>
    </Flex>
  );
}

/** Takes a session off the bench, so that it is read anew when it is opened. */
function putAway(id: string): void {
  if (useSessionStore.getState().doc?.id === id) setSession(null);
}

const renamed = (session: Session, name: string): Session => {
  const result = commit(session, editSession({ name }), new Date().toISOString());
  return result.kind === 'changed' ? result.session : session;
};

/** Fetched when a file comes in: the first view has no need of the words in it. */
const ImportPanel = lazy(async () => ({ default: (await import('./ImportPanel')).ImportPanel }));

/** How many sheets are drawn at a time. */
const A_PAGE = 24;

/** All sessions as sheets on a shelf, the newest large. */
export function SessionsView() {
  const kept = useLiveQuery(lookUp, []);
  const [notice, setNotice] = useState<Notice | null>(null);
  const [coming, setComing] = useState<{ name: string; plan: ImportPlan; sounds: ReadonlyMap<string, PackedSound> } | null>(null);
  const [shown, setShown] = useState(A_PAGE);
  const navigate = useNavigate();
  const filePicker = useRef<HTMLInputElement>(null);
  const guard = async (work: () => Promise<unknown>): Promise<void> => {
    try {
      await work();
    } catch (error) {
      setNotice({ text: saveProblem(error), bad: true });
    }
  };
  const open = (session: Session, revision: number | null): void => {
    if (useSessionStore.getState().doc?.id !== session.id) setSession(session, revision);
    void navigate(`/session/${session.id}/floor`);
  };
  const add = async (): Promise<void> => {
    const asked = await isFirstRun().catch(() => false);
    void navigate(asked ? '/start' : `/session/${(await beginSession()).id}/setups`);
  };
  /** Sound files need no plan: a session is made behind them. */
  const checkThese = async (files: readonly File[]): Promise<void> => {
    if (files.length === 0) return;
    const { id } = await beginSession();
    handFiles(id, { files: files.map((file) => ({ name: file.name, blob: file })) });
    void navigate(`/session/${id}/check`);
  };
  const remove = (id: string, name: string): Promise<void> =>
    guard(async () => {
      putAway(id);
      const isDeleted = await deleteSession(id, new Date().toISOString());
      setNotice({ text: saySessions('was-deleted', { name }), bad: false, ...(isDeleted ? { undo: () => bringBack(id, name) } : {}) });
    });
  const bringBack = (id: string, name: string): Promise<void> =>
    guard(async () => {
      const found = await undelete(id);
      if (found === 'back') return;
      const text =
        found === 'beside' ? saySessions('is-there-again-already-that-one', { name }) : saySessions('is-not-among-the-deleted-ones', { name });
      setNotice({ text, bad: found === 'gone' });
    });
  const backUp = async (): Promise<void> => {
    const { name, content, type } = await backupFile();
    download(name, content, type);
  };
  const look = ([file, ...others]: readonly File[]): Promise<void> =>
    guard(async () => {
      if (!file) return;
      setNotice(null);
      if (isSoundName(file.name)) return checkThese([file, ...others]);
      const reading = (share: number): void =>
        setNotice({ text: saySessions('reading', { file: file.name, share: Math.round(share * 100) }), bad: false });
      const prepared = await prepareFile(file, reading);
      setNotice(null);
      if (prepared.ok) setComing({ name: file.name, plan: prepared.plan, sounds: prepared.sounds });
      else setNotice({ text: prepared.reason, bad: true });
    });
  const take = (plan: ImportPlan, sounds: ReadonlyMap<string, PackedSound>): Promise<void> =>
    guard(async () => {
      setComing(null);
      const before = await takeIn(plan);
      const without = await takeSounds(plan, sounds);
      const noRoom = without > 0 ? ` ${saySessions('the-sound-of-found-no-room', { counted: counted(without, 'attempt') })}` : '';
      const aside = plan.aside.length
        ? ` ${saySessions('could-not-be-read-and-stayed', { aside: plan.aside.length, aside2: plan.aside.map(({ what }) => sayDocument(what)).join(', ') })}`
        : '';
      setNotice({ text: saySessions('taken-in', { aside, noRoom }), bad: plan.aside.length + without > 0, undo: () => undoImport(before) });
    });
  const undoImport = async (brought: Brought): Promise<void> => {
    const left = await takeBack(brought);
    if (left > 0) setNotice({ text: saySessions('taken-back-but-for-that-was', { counted: counted(left, 'thing') }), bad: false });
  };
  const rename = (session: Session, name: string): Promise<void> =>
    guard(async () => {
      putAway(session.id);
      await changeStored(session.id, (now) => renamed(now, name));
    });
  const readable = kept?.stored.flatMap((stored) => (stored.kind === 'session' ? [stored] : [])) ?? [];
  const unreadable = kept?.stored.flatMap((stored) => (stored.kind === 'unreadable' ? [stored] : [])) ?? [];
  return (
    <Flex direction="column" h="100%">
      <TopBar session={null} />
      <Box as="main" flex="1" overflow="auto" px={{ base: '4', md: '8' }} py="6">
        <Flex align="center" gap="2" mb="5" wrap="wrap">
          <Box as="h1" fontSize="2xl" fontWeight="700" mr="auto">
            {saySessions('sessions')}
          </Box>
          <Button minH="44px" bg="tapeFill" color="#12181b" onClick={() => void guard(add)}>
            {saySessions('new-session')}
          </Button>
          <Button minH="44px" variant="outline" onClick={() => filePicker.current?.click()}>
            {saySessions('import')}
          </Button>
          <Button minH="44px" variant="outline" onClick={() => void guard(backUp)}>
            {saySessions('back-up-everything')}
          </Button>
          <input
            ref={filePicker}
            type="file"
            multiple
            accept={`.json,.zip,application/json,application/zip,${ACCEPT_SOUND}`}
            aria-label={saySessions('import-a-session-shelf-or-backup')}
            hidden
            onChange={(event) => {
              void look([...(event.target.files ?? [])]);
              event.target.value = '';
            }}
          />
        </Flex>
        {kept?.problem && (
          <Box role="alert" color="fix" mb="4">
            {kept.problem}
          </Box>
        )}
        {notice && (
          <NoticeLine
            notice={notice}
            onClose={() => setNotice(null)}
            onUndo={() => {
              const { undo } = notice;
              setNotice(null);
              if (undo) void guard(undo);
            }}
          />
        )}
        {coming && (
          <Suspense fallback={null}>
            <ImportPanel {...coming} onTake={() => void take(coming.plan, coming.sounds)} onLeave={() => setComing(null)} />
          </Suspense>
        )}
        <Box as="ul" m="0" p="0">
          {kept?.shelf?.kind === 'unreadable' && <Unreadable what={saySessions('the-shelf')} reason={kept.shelf.reason} raw={kept.shelf.raw} />}
          {unreadable.map((row) => {
            const what = nameIn(row.raw) ?? saySessions('session', { id: row.id });
            return <Unreadable key={row.id} what={what} reason={row.reason} raw={row.raw} onDelete={() => void remove(row.id, what)} />;
          })}
        </Box>
        {kept && !kept.problem && kept.stored.length === 0 && (
          <Doors
            onRecord={() => void guard(add)}
            onFiles={(files) => void guard(() => checkThese(files))}
            onLook={() =>
              void guard(async () => {
                const { session, revision } = await restoreDemo();
                open(session, revision);
              })
            }
          />
        )}
        <Grid templateColumns={{ base: '1fr', md: 'repeat(auto-fill, minmax(280px, 1fr))' }} gap="4">
          {readable.slice(0, shown).map(({ session }, i) => (
            <SessionCard
              key={session.id}
              session={session}
              large={i === 0}
              onRename={(name) => void rename(session, name)}
              onDuplicate={() => void guard(() => storeSession(duplicateOf(session)))}
              onDelete={() => void remove(session.id, session.name)}
            />
          ))}
        </Grid>
        {readable.length > shown && (
          <Button minH="44px" mt="4" variant="outline" onClick={() => setShown(shown + A_PAGE)}>
            {saySessions('show-more-of', { aPage: Math.min(A_PAGE, readable.length - shown), readable: readable.length })}
          </Button>
        )}
        {kept && kept.deleted.length > 0 && (
          <RecentlyDeleted deleted={kept.deleted} onBack={({ id, name }) => void bringBack(id, name)} onEmpty={() => void guard(emptyDeleted)} />
        )}
        <Box as="footer" mt="8" fontSize="sm" color="quiet">
          <Box asChild textDecoration="underline">
            <a href="/licences.txt" target="_blank" rel="noreferrer">
              {saySessions('licences-of-everything-inside')}
            </a>
          </Box>
        </Box>
      </Box>
    </Flex>
  );
}

/** The name that something unreadable gives itself. */
function nameIn(raw: unknown): string | null {
  const name = (raw as { name?: unknown } | null)?.name;
  return typeof name === 'string' && name.trim() ? name.trim().slice(0, 80) : null;
}
