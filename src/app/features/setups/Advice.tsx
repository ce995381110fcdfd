import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { Session } from '../../../core/document';
import { familyOf, geometryOf, type Instrument } from '../../../core/instruments';
import { heardRoom } from '../../../core/planning';
import { meanAbsorption } from '../../../core/room';
import { adviseKinds, KIND_SCHOOLS, kindName, schoolsOfKinds } from '../../../core/setups';
import { sayAdvice } from '../../../words/advice.page.en';
import { midway } from '../../../words/midway';
import { saySetups } from '../../../words/setups.page.en';
import { Severity } from '../../components/Severity';
import { Toggle } from '../../components/Toggle';

/** Absorption above this counts as a treated room (our choice: RT60 of a small room below about 0.35 s). */
const TREATED = 0.25;

/** Which kind of microphone suits, from loudness, playing and room; with the schools where they differ. */
export function Advice({ session, instrument }: { session: Session; instrument: Instrument }) {
  const [open, setOpen] = useState(false);
  const [quiet, setQuiet] = useState(false);
  const [noisy, setNoisy] = useState(false);
  const treated = meanAbsorption(heardRoom(session)) >= TREATED;
  const peak = Math.max(...geometryOf(instrument).sources.map((source) => source.peakSplDb));
  const horn = familyOf(instrument.kind).group === 'Horns';
  const kinds = adviseKinds({ peakSplDb: peak, quietPlaying: quiet, treated, noisy, horn, instrument: instrument.kind }, session.shelf.microphones);
  const schools = schoolsOfKinds(kinds);
  return (
    <Box mb="3">
      <Flex gap="3" align="center" wrap="wrap">
        <Box>
          {saySetups('kind-that-suits')}{' '}
          {schools.map(({ kind, because }, i) => (
            <span key={kind}>
              {i > 0 && saySetups('or-by-another-school')}
              <strong>{midway(kindName(kind))}</strong>
              {because[0] ? `, ${sayAdvice(because[0])}` : ''}
            </span>
          ))}
          .
        </Box>
        {(
          [
            [saySetups('quiet-playing'), quiet, setQuiet],
            [saySetups('noisy-room'), noisy, setNoisy],
          ] as const
        ).map(([text, on, set]) => (
          <Toggle key={text} label={text} on={on} onToggle={() => set(!on)} />
        ))}
        <Button
          size="sm"
          minH={{ base: '44px', md: '32px' }}
          variant="ghost"
          color="quiet"
          px="2"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? saySetups('less') : saySetups('all-kinds-and-schools')}
        </Button>
      </Flex>
      {open && (
        <Flex gap="6" mt="2" wrap="wrap" fontSize="sm">
          <Box as="ol" m="0" pl="5" maxW="560px">
            {kinds.map((advice) => (
              <li key={advice.kind}>
                <strong>{kindName(advice.kind)}</strong>:{' '}
                {advice.because.map((reason) => sayAdvice(reason)).join('; ') || saySetups('nothing-for-or-against')}.{' '}
                <span style={{ color: 'var(--chakra-colors-quiet)' }}>
                  {advice.onShelf.length ? saySetups('on-the-shelf', { onShelf: advice.onShelf.join(', ') }) : saySetups('none-on-the-shelf')}
                </span>
              </li>
            ))}
          </Box>
          <Box maxW="440px">
            <Box color="quiet">{saySetups('schools-differ')}</Box>
            {KIND_SCHOOLS.map((school) => (
              <Box key={school}>{sayAdvice(school)}</Box>
            ))}
          </Box>
          {peak >= 112 && (
            <Box maxW="300px">
              <Severity severity="note" /> {saySetups('db-spl-peaks-near-it-protect', { peak: Math.round(peak) })}
            </Box>
          )}
        </Flex>
      )}
    </Box>
  );
}
