import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { Session } from '../../core/document';
import { asMidway } from '../../core/units';
import { sayListening } from '../../words/listening.page.en';
import { Choice } from '../components/Choice';
import { download, fileName } from '../components/download';
import { Segments } from '../components/Segments';
import { Toggle } from '../components/Toggle';
import { useLiveSession } from '../stores/sessionStore';
import { Blind } from './Blind';
import { putOn, setLufs, setMonitor, setPlaying, switchTo, takeOff, toggleChannel } from './listening';
import { type Deck, LOUDEST_LUFS, useListening } from './listeningStore';
import { Meter } from './Meter';
import { PlayButton } from './PlayButton';
import { saveHeard } from './saveHeard';
import { useEscapeToStop } from './useEscapeToStop';

const ONE = 'one';
const MONITORS = [
  { value: 'stereo', text: sayListening('stereo') },
  { value: 'mono', text: sayListening('mono') },
  { value: 'left', text: sayListening('left') },
  { value: 'right', text: sayListening('right') },
  { value: ONE, text: sayListening('one') },
];
const LOUDNESSES = [-36, -30, -24, LOUDEST_LUFS];

interface Props {
  /** What is on the Floor now, drags included. */
  readonly session: Session;
  readonly sources: readonly { readonly key: string; readonly name: string }[];
}

/** Play, what is heard of it, and how loud: the same bar wherever there is something to hear. */
export function ListenBar({ session, sources }: Props) {
  useEscapeToStop();
  const { isPlaying, monitor, playing, off, lufs, names, deck, problem, firstMs, behindMs } = useListening();
  // What is dragged is heard as it goes, faster than figures beside it change.
  const live = useLiveSession() ?? session;
  const [isBlind, setBlind] = useState(false);
  useEffect(() => putOn('A', live, sayListening('as-it-stands')), [live]);
  const one = typeof monitor === 'object' ? monitor.channel : null;
  const save = async (): Promise<void> => {
    const blob = await saveHeard();
    if (blob) download(fileName(sayListening('as-heard', { session: session.name }), 'wav'), blob, 'audio/wav');
  };
  if (session.microphones.length === 0) return <Box color="quiet">{sayListening('with-a-microphone-on-the-floor')}</Box>;
  return (
    <Box
      role="region"
      aria-label={sayListening('listening')}
      data-first-ms={firstMs === null ? undefined : Math.round(firstMs)}
      data-behind-ms={behindMs === null ? undefined : Math.round(behindMs)}
    >
      <Flex gap="2" wrap="wrap" align="center">
        <PlayButton />
        <Choice
          label={sayListening('what-is-played')}
          hideLabel
          value={playing.of === 'phrase' ? '' : playing.key}
          options={[
            { value: '', text: sayListening('a-phrase') },
            ...sources.map(({ key, name }) => ({ value: key, text: sayListening('alone', { name: asMidway(name) }) })),
          ]}
          onChange={(key) => setPlaying(key ? { of: 'source', key } : { of: 'phrase' })}
        />
        <Segments
          label={sayListening('heard-as')}
          value={one ? ONE : (monitor as string)}
          options={MONITORS}
          onChange={(value) => setMonitor(value === ONE ? { channel: session.microphones[0]?.id ?? '' } : (value as 'stereo'))}
        />
        {one !== null && (
          <Choice
            label={sayListening('microphone-alone')}
            hideLabel
            value={one}
            options={session.microphones.map(({ id, name }) => ({ value: id, text: name }))}
            onChange={(channel) => setMonitor({ channel })}
          />
        )}
        {one !== null && <OtherKind session={session} id={one} />}
        <Choice
          label={sayListening('loudness')}
          hideLabel
          value={String(lufs)}
          options={LOUDNESSES.map((value) => ({ value: String(value), text: `${value} LUFS`.replace('-', '\u2212') }))}
          onChange={(value) => setLufs(Number(value))}
        />
        <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={() => void save()} disabled={!isPlaying}>
          {sayListening('save-wav')}
        </Button>
      </Flex>
      <Flex mt="2" gap="3" align="center" wrap={{ base: 'wrap', md: 'nowrap' }}>
        <Meter />
        {names.B === null && (
          <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={() => putOn('B', session, sayListening('as-it-was'))}>
            {sayListening('keep-to-compare')}
          </Button>
        )}
      </Flex>
      {names.B !== null && (
        <Flex mt="2" gap="2" wrap="wrap" align="center" role="group" aria-label={sayListening('comparison')}>
          {isBlind ? (
            <Blind />
          ) : (
            <Segments
              label={sayListening('heard-now')}
              value={deck}
              options={(['A', 'B'] as const).map((value) => ({ value, text: `${value}: ${names[value] ?? ''}` }))}
              onChange={(value) => switchTo(value as Deck)}
            />
          )}
          <Toggle label={sayListening('blind')} on={isBlind} onToggle={() => setBlind(!isBlind)} />
          <Button size="sm" variant="ghost" minH={{ base: '44px', md: '32px' }} onClick={() => takeOff('B')}>
            {sayListening('end-comparing')}
          </Button>
        </Flex>
      )}
      <Flex mt="2" gap="1" wrap="wrap" role="group" aria-label={sayListening('channels-heard')} maxH={{ md: '68px' }} overflow={{ md: 'auto' }}>
        {session.microphones.map(({ id, name }) => (
          <Toggle key={id} label={name} on={!off.includes(id)} onToggle={() => toggleChannel(id)} />
        ))}
      </Flex>
      {problem && (
        <Box mt="2" color="fix" role="alert">
          {problem}
        </Box>
      )}
      <Box mt="2" fontSize="sm" color="quiet">
        {sayListening('made-by-us-from-the-plan')}
      </Box>
    </Box>
  );
}

/** One microphone beside another kind from the shelf at the same place. */
function OtherKind({ session, id }: { session: Session; id: string }) {
  const placed = session.microphones.find((one) => one.id === id);
  const others = session.shelf.microphones.filter((model) => model.id !== placed?.modelId);
  if (!placed || others.length === 0) return null;
  return (
    <Choice
      label={sayListening('beside-another-kind')}
      hideLabel
      value=""
      options={[{ value: '', text: sayListening('beside-another-kind-2') }, ...others.map((model) => ({ value: model.id, text: model.name }))]}
      onChange={(modelId) => {
        const model = others.find((one) => one.id === modelId);
        if (!model) return;
        const pattern = model.patterns.includes(placed.pattern) ? placed.pattern : (model.patterns[0] ?? placed.pattern);
        const microphones = session.microphones.map((microphone) => (microphone.id === id ? { ...microphone, modelId, pattern } : microphone));
        putOn('B', { ...session, microphones }, model.name);
      }}
    />
  );
}
