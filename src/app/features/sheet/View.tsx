import { Box, Button, Flex } from '@chakra-ui/react';
import { Global } from '@emotion/react';
import { useRef, useState } from 'react';
import { arrivalTable } from '../../../core/arrivals';
import type { Session } from '../../../core/document';
import { answerBrief } from '../../../core/document';
import { gearCsv, inputList, inputListCsv, listsJson, NAME_FIELDS, NAME_PATTERN, tapeListCsv } from '../../../core/exchange';
import { familyOf } from '../../../core/instruments';
import { briefWords, guidedSecondsOf, hearingCaution, overheadCaution, resolvePlan, SOUND_CHOICES } from '../../../core/planning';
import { tapeList } from '../../../core/tape';
import type { Words } from '../../../core/units';
import { formatNumber, formatTemperature } from '../../../core/units';
import { sayTold } from '../../../words';
import { saySheet } from '../../../words/sheet.page.en';
import { Choice } from '../../components/Choice';
import { download, fileName } from '../../components/download';
import { NameField } from '../../components/NameField';
import { pngFile, svgFile } from '../../components/svgFile';
import { Toggle } from '../../components/Toggle';
import { StaticFace } from '../../drawing/StaticFace';
import { TakeFaults } from '../../drawing/TakeFaults';
import { runCommand, useLiveSession } from '../../stores/sessionStore';
import { GearLines } from './GearLines';
import { GuidedList } from './GuidedList';
import { InputTable, MeasuredTable, TapeTable } from './tables';
import { type Paper, useOnePage } from './useOnePage';

/** The choices that are part of the sound, by instrument, in one line. */
const choiceWords = ({ ready, instruments }: Session): string =>
  instruments
    .flatMap(({ id, kind, name }) => {
      const said = SOUND_CHOICES[familyOf(kind).group].flatMap((choice) => {
        const answer = ready.choices?.[`${id}/${choice.id}`];
        return answer ? [`${choice.ask.toLowerCase()} ${answer}`] : [];
      });
      return said.length > 0 ? [`${name}: ${said.join(', ')}.`] : [];
    })
    .join(' ');

/** The parts of the song, where each sits. */
const partWords = ({ brief }: Session): string =>
  (brief.parts ?? []).map(({ name, pan, against }) => `${name} ${pan}${against ? saySheet('against', { against }) : ''}`).join('; ');

/** Everything on one page for the wall. */
export function SheetStation() {
  const session = useLiveSession();
  return session ? <Sheet session={session} /> : null;
}

/** With more microphones than this the lists are set closer, so that the sheet stays one page. */
const ROOMY = 6;

function Sheet({ session }: { session: Session }) {
  const table = arrivalTable(resolvePlan(session));
  const cautions = [overheadCaution(session), hearingCaution(session)];
  const rows = inputList(session, table);
  const say = (words: Words): string => sayTold(words, session.units);
  const close = session.microphones.length > ROOMY;
  const [paper, setPaper] = useState<Paper>(session.units === 'imperial' ? 'letter' : 'A4');
  const [withList, setWithList] = useState(false);
  const sheet = useRef<HTMLDivElement>(null);
  useOnePage(sheet, paper, session);
  const [plan, side] = [useRef<HTMLDivElement>(null), useRef<HTMLDivElement>(null)];
  const saveDrawings = async (kind: 'SVG' | 'PNG'): Promise<void> => {
    for (const [name, box] of [
      ['plan', plan],
      ['side', side],
    ] as const) {
      const drawing = box.current?.querySelector('svg');
      if (!drawing) continue;
      const made = kind === 'SVG' ? svgFile(drawing, 'white') : await pngFile(drawing, 'white');
      if (made) download(fileName(`${session.name} ${name}`, kind.toLowerCase()), made, kind === 'SVG' ? 'image/svg+xml' : 'image/png');
    }
  };
  return (
    <Box h="100%" overflow="auto" p={{ base: '2', md: '6' }} className="print-free">
      <Flex className="no-print" gap="2" mb="4" justify="center" wrap="wrap">
        <Button minH="44px" bg="tapeFill" color="#12181b" onClick={() => window.print()}>
          {saySheet('print-or-save-as-pdf')}
        </Button>
        <Button
          minH="44px"
          variant="outline"
          onClick={() => download(fileName(saySheet('inputs', { session: session.name }), 'csv'), inputListCsv(rows, say), 'text/csv')}
        >
          {saySheet('input-list-as-csv')}
        </Button>
        <Button
          minH="44px"
          variant="outline"
          onClick={() =>
            download(
              fileName(saySheet('tape', { session: session.name }), 'csv'),
              tapeListCsv(table.plan, tapeList(table.plan), session.tape, session.units, say),
              'text/csv',
            )
          }
        >
          {saySheet('tape-list-as-csv')}
        </Button>
        <Button
          minH="44px"
          variant="outline"
          onClick={() => download(fileName(saySheet('gear-2', { session: session.name }), 'csv'), gearCsv(session, table, say), 'text/csv')}
        >
          {saySheet('gear-list-as-csv')}
        </Button>
        <Button
          minH="44px"
          variant="outline"
          onClick={() => download(fileName(saySheet('lists', { session: session.name }), 'json'), listsJson(session, table, say), 'application/json')}
        >
          {saySheet('all-lists-as-json')}
        </Button>
        {(['SVG', 'PNG'] as const).map((kind) => (
          <Button key={kind} minH="44px" variant="outline" onClick={() => void saveDrawings(kind)}>
            {saySheet('drawings-as', { kind })}
          </Button>
        ))}
      </Flex>
      <Flex className="no-print" gap="4" mb="4" justify="center" align="end" wrap="wrap">
        <Choice
          label={saySheet('paper')}
          value={paper}
          options={[
            { value: 'A4', text: 'A4' },
            { value: 'letter', text: saySheet('letter') },
          ]}
          onChange={(value) => setPaper(value as Paper)}
        />
        {guidedSecondsOf(session) !== null && (
          <Toggle label={saySheet('with-the-guided-take')} on={withList} onToggle={() => setWithList(!withList)} />
        )}
        <Box w={{ base: '100%', md: '360px' }}>
          <NameField
            label={saySheet('files-are-called', { nameFields: NAME_FIELDS.map((field) => `{${field}}`).join(' ') })}
            value={session.brief.namePattern ?? NAME_PATTERN}
            onCommit={(namePattern) => runCommand(answerBrief({ namePattern: namePattern === NAME_PATTERN ? undefined : namePattern }))}
          />
          <Box fontSize="sm" color="quiet" overflowWrap="anywhere">
            {rows[0] ? saySheet('for-instance', { fileName: rows[0].fileName }) : ''}
          </Box>
        </Box>
      </Flex>
      <Global styles={{ '@page': { size: paper === 'A4' ? 'A4' : 'letter', margin: '10mm' } }} />
      <Box
        ref={sheet}
        className="sheet light"
        mx="auto"
        w={{ base: '100%', md: '760px' }}
        bg="white"
        color="#111"
        p={{ base: '4', md: '8' }}
        boxShadow="0 2px 18px rgba(0,0,0,0.35)"
        css={{
          '--cell': close ? '0.5px' : '3px',
          '--list': close ? '11px' : '13px',
          '& table td, & table td *': { overflowWrap: 'anywhere' },
          '& .drawing text': { fill: '#333' },
          '& .drawing': { height: 'auto' },
        }}
      >
        <Flex justify="space-between" align="baseline" borderBottomWidth="2px" borderColor="#111" pb="1" mb="2" gap="4">
          <Box as="h1" fontSize="xl" fontWeight="700" overflowWrap="anywhere">
            {session.name}
          </Box>
          <Box fontSize="sm" textAlign="right" maxW="45%" overflowWrap="anywhere">
            {session.players}
            <br />
            <span className="measure">
              {saySheet('khz', {
                sampleRate: formatNumber(session.sampleRateHz / 1000, 1),
                temperatureC: formatTemperature(session.room.temperatureC, session.units),
              })}
            </span>
            {briefWords(session.brief) && <Box>{briefWords(session.brief)}</Box>}
          </Box>
        </Flex>
        {(choiceWords(session) || partWords(session)) && (
          <Box fontSize="sm" mb="2">
            {choiceWords(session)} {partWords(session) && saySheet('parts', { partWords: partWords(session) })}
          </Box>
        )}
        <Flex gap="2" className="sheet-row" direction={{ base: 'column', md: 'row' }}>
          <Box flex="1" ref={plan}>
            <StaticFace session={session} face="plan" width={370} height={close ? 250 : 310} />
          </Box>
          <Box flex="1" ref={side}>
            <StaticFace session={session} face="side" width={370} height={close ? 250 : 310} />
          </Box>
        </Flex>
        <Flex gap="6" mt="2" className="sheet-row" direction={{ base: 'column', md: 'row' }}>
          <Box flex="1" minW="0">
            <Box fontWeight="700" mb="1">
              {saySheet('tape-list-in-walking-order')}
            </Box>
            <TapeTable session={session} plan={table.plan} entries={tapeList(table.plan)} close={close} />
            <MeasuredTable session={session} plan={table.plan} />
          </Box>
          <Box flex="1" minW="0">
            <Box fontWeight="700" mb="1">
              {saySheet('inputs-2')}
            </Box>
            <InputTable rows={rows} say={say} close={close} />
            <TakeFaults session={session} onPaper />
            <Box mt="3" fontSize="12px" color="#444" overflowWrap="anywhere">
              {saySheet('phantom-off-while-plugging-monitors-down')} {cautions.map((told) => (told ? `${sayTold(told, session.units)} ` : ''))}
              {session.instruments.some(({ mirrored }) => mirrored) && ` ${saySheet('left-and-right-are-the-players')}`}
            </Box>
          </Box>
        </Flex>
        <GearLines session={session} plan={table.plan} />
      </Box>
      {withList && <GuidedList session={session} />}
    </Box>
  );
}
