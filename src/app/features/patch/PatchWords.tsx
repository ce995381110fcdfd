import { Box, Button, Flex, Input } from '@chakra-ui/react';
import { useId, useState } from 'react';
import {
  dropPair,
  editMicrophone,
  getMore,
  plugAll,
  putBehind,
  putBetween,
  removeMicrophones,
  type Session,
  splitInto,
  wantPreamp,
} from '../../../core/document';
import { inputAddress, type MicrophoneId } from '../../../core/ids';
import {
  cableTitle,
  canFollow,
  isAtLine,
  type PatchInput,
  type PatchMend,
  type PatchResult,
  PREAMP_CHARACTERS,
  partsOf,
  secondWayId,
  secondWayName,
} from '../../../core/patch';
import { dangerOfBetween, inputTitle, outboardOf, patchInputs } from '../../../core/planning';
import { formatNumber, type Told } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayPatch } from '../../../words/patch.page.en';
import { term } from '../../../words/term';
import { Choice } from '../../components/Choice';
import { Severity } from '../../components/Severity';
import { Toggle } from '../../components/Toggle';
import { runCommand } from '../../stores/sessionStore';
import { solvePatch } from '../../stores/solvePatch';

function nameOf(session: Session, id: string): string {
  const placed = session.microphones.find((one) => one.id === id || secondWayId(one.id) === id);
  return placed ? (placed.id === id ? placed.name : secondWayName(placed.name)) : sayPatch('a-microphone');
}

function mendLabel(session: Session, mend: PatchMend): string {
  if (mend.kind === 'leave out') return sayPatch('take-away', { of: nameOf(session, mend.microphoneId) });
  if (mend.kind === 'let go') return sayPatch('let-change-its-input', { of: nameOf(session, mend.microphoneId) });
  if (mend.kind === 'borrow') return sayPatch('get-one-more', { outboard: mend.outboard.name });
  if (mend.kind === 'longer cable')
    return sayPatch('get-more', { count: mend.count === 1 ? 'one' : mend.count, cableTitle: cableTitle(mend.cable, session.units) });
  return sayPatch('part', { pair: mend.pair.map((id) => nameOf(session, id)).join(` ${sayPatch('and')} `) });
}

/** Carries a mend out and has the patch solved again. */
function mendIt(session: Session, mend: PatchMend): void {
  if (mend.kind === 'leave out') {
    const split = session.microphones.find(({ id }) => secondWayId(id) === mend.microphoneId);
    runCommand(split ? splitInto(split.id, null) : removeMicrophones([mend.microphoneId]));
  } else if (mend.kind === 'longer cable') runCommand(getMore('cables', { ...mend.cable, count: mend.count }, mend.count));
  else if (mend.kind === 'let go') runCommand(editMicrophone(mend.microphoneId, { pinned: false }));
  else if (mend.kind === 'borrow') runCommand(getMore('outboard', mend.outboard, 1));
  else {
    const pair = session.pairs.find(({ leftId, rightId }) => leftId === mend.pair[0] && rightId === mend.pair[1]);
    if (pair) runCommand(dropPair(pair.id));
  }
  void solvePatch('keeping cables');
}

/** No patch does it all: why, the most that can be, and what alone would mend it. */
export function NoWholePatch({ session, result }: { session: Session; result: Extract<PatchResult, { ok: false }> }) {
  const { reason, partial, left = [], mends = [] } = result;
  return (
    <Box role="alert" my="3" maxW="720px">
      <Severity severity="fix" />
      <Box>{sayTold(reason, session.units)}</Box>
      {partial && left.length > 0 && (
        <Flex mt="2" gap="2" align="center" wrap="wrap">
          <Button
            size="sm"
            variant="outline"
            minH={{ base: '44px', md: '34px' }}
            onClick={() => runCommand(plugAll(partial.inputs, partial.through))}
          >
            {sayPatch('plug-the-rest-without', { left: left.map((id) => nameOf(session, id)).join(', ') })}
          </Button>
        </Flex>
      )}
      {mends.length > 0 && (
        <Flex mt="2" gap="1" align="center" wrap="wrap" role="group" aria-label={sayPatch('what-would-mend-it')}>
          {mends.map((mend) => (
            <Button
              key={mendLabel(session, mend)}
              size="sm"
              variant="outline"
              minH={{ base: '44px', md: '34px' }}
              onClick={() => mendIt(session, mend)}
            >
              {mendLabel(session, mend)}
            </Button>
          ))}
        </Flex>
      )}
    </Box>
  );
}

/** What has to be typed before power goes where it may harm. */
const WORDS = sayPatch('power-is-off');

/** A plug that may harm is made only after it was said in words. */
export function Override({ danger, onPlug, onLeave }: { danger: string; onPlug: () => void; onLeave: () => void }) {
  const id = useId();
  const [text, setText] = useState('');
  const isSaid = text.trim().toLowerCase() === WORDS;
  return (
    <Box role="alert" mb="3" p="3" maxW="720px" borderWidth="2px" borderColor="fix">
      <Severity severity="fix" />
      <Box>{sayPatch('not-plugged', { danger })}</Box>
      <Flex as="form" mt="2" gap="2" align="end" wrap="wrap" onSubmit={(event) => event.preventDefault()}>
        <Box>
          <label htmlFor={id} style={{ display: 'block', fontSize: 13 }}>
            {sayPatch('if-you-switch-that-banks-power', { words: WORDS })}
          </label>
          <Input id={id} size="sm" value={text} onChange={(event) => setText(event.target.value)} autoComplete="off" />
        </Box>
        <Button size="sm" minH={{ base: '44px', md: '34px' }} disabled={!isSaid} onClick={onPlug}>
          {sayPatch('plug-it-in-all-the-same')}
        </Button>
        <Button size="sm" variant="outline" minH={{ base: '44px', md: '34px' }} onClick={onLeave}>
          {sayPatch('leave-it')}
        </Button>
      </Flex>
    </Box>
  );
}

/** Keeps a cable where it is whatever the solver would rather. */
export function Pin({ session, microphoneId }: { session: Session; microphoneId: MicrophoneId }) {
  const isPinned = session.microphones.find(({ id }) => id === microphoneId)?.pinned === true;
  return (
    <Box mb="2">
      <Toggle
        label={sayPatch('stays-in-this-input')}
        on={isPinned}
        onToggle={() => runCommand(editMicrophone(microphoneId, { pinned: !isPinned }))}
      />
    </Box>
  );
}

/** What stands between a microphone and its input, of what the shelf has; what would harm is not put there. */
export function Between({ session, microphoneId }: { session: Session; microphoneId: MicrophoneId }) {
  const [danger, setDanger] = useState<Told | null>(null);
  const own = session.shelf.outboard ?? [];
  const { outboardId, lineOutboardId } = session.microphones.find(({ id }) => id === microphoneId) ?? {};
  if (own.length === 0) return null;
  const first = own.find(({ id }) => id === outboardId);
  const followers = first ? own.filter((next) => canFollow(first, next)) : [];
  return (
    <Box my="2">
      <Choice
        label={sayPatch('between-it-and-the-input')}
        value={outboardId ?? ''}
        options={[
          { value: '', text: sayPatch('a-cable-alone') },
          ...own.filter((one) => one.id === outboardId || !isAtLine(one)).map(({ id, name }) => ({ value: id, text: name })),
        ]}
        onChange={(id) => {
          const found = dangerOfBetween(session, microphoneId, id || null);
          setDanger(found);
          if (!found) runCommand(putBetween(microphoneId, id || null));
        }}
      />
      {followers.length > 0 && (
        <Box mt="2">
          <Choice
            label={sayPatch('then-at-line-level')}
            value={lineOutboardId ?? ''}
            options={[{ value: '', text: sayPatch('nothing-more') }, ...followers.map(({ id, name }) => ({ value: id, text: name }))]}
            onChange={(id) => runCommand(putBehind(microphoneId, id || null))}
          />
        </Box>
      )}
      {danger && (
        <Box role="alert" color="fix" mt="1">
          {sayPatch('left-as-it-is', { danger: sayTold(danger, session.units) })}
        </Box>
      )}
    </Box>
  );
}

/** Where the second way of a splitter goes; an input that is taken is not among them. */
export function SecondWay({ session, microphoneId }: { session: Session; microphoneId: MicrophoneId }) {
  const placed = session.microphones.find(({ id }) => id === microphoneId);
  if (outboardOf(session, microphoneId)?.kind !== 'splitter') return null;
  const taken = new Set([
    ...Object.values(session.patch),
    ...session.microphones.flatMap(({ id, secondInput }) => (id === microphoneId ? [] : (secondInput ?? []))),
  ]);
  const free = patchInputs(session).filter((input) => !taken.has(inputAddress(input)));
  return (
    <Box my="2">
      <Choice
        label={sayPatch('its-second-way-goes-into')}
        value={placed?.secondInput ?? ''}
        options={[
          { value: '', text: sayPatch('nothing-that-is-recorded-here') },
          ...free.map((input) => ({
            value: inputAddress(input),
            text: sayPatch('input-4', { inputTitle: sayTold(inputTitle(session, input), session.units) }),
          })),
        ]}
        onChange={(address) => runCommand(splitInto(microphoneId, address || null))}
      />
      <Box mt="1" fontSize="sm" color="quiet">
        {sayPatch('power-reaches-the-microphone-over-the')}
      </Box>
    </Box>
  );
}

/** The low cut of the input, or of what stands between, where it has one. */
export function InputLowCut({ session, microphoneId, input }: { session: Session; microphoneId: MicrophoneId; input: PatchInput }) {
  const on = session.microphones.find(({ id }) => id === microphoneId)?.inputLowCut === true;
  const between = outboardOf(session, microphoneId);
  const hertz = between?.lowCutHz ?? input.lowCutHz;
  // Of two things in a row it is the last's that has one.
  const cutter = session.shelf.outboard?.findLast(({ id, lowCutHz }) => between && lowCutHz === hertz && partsOf(between.id).includes(id));
  if (hertz === undefined) return null;
  return (
    <Box mb="2">
      <Toggle
        label={sayPatch('low-cut-hz-of', { hertz: formatNumber(hertz, 0), cutter: cutter?.name.toLowerCase() ?? sayPatch('the-input') })}
        on={on}
        onToggle={() => runCommand(editMicrophone(microphoneId, { inputLowCut: !on }))}
      />
    </Box>
  );
}

/** On which of the preamps it is wanted, where their owner says how they sound. */
export function PreampWish({ session, microphoneId }: { session: Session; microphoneId: MicrophoneId }) {
  const known = patchInputs(session).some(({ character }) => character !== undefined);
  if (!known) return null;
  return (
    <Box my="2">
      <Choice
        label={sayPatch('on-a-preamp-that-sounds')}
        value={session.microphones.find(({ id }) => id === microphoneId)?.preamp ?? ''}
        options={[{ value: '', text: sayPatch('any-way') }, ...PREAMP_CHARACTERS.map((character) => ({ value: character, text: term(character) }))]}
        onChange={(character) => runCommand(wantPreamp(microphoneId, PREAMP_CHARACTERS.find((one) => one === character) ?? null))}
      />
    </Box>
  );
}
