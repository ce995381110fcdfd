import { Box, Button, Flex } from '@chakra-ui/react';
import { Global } from '@emotion/react';
import { useRef, useState } from 'react';
import { arrivalTable, type Plan } from '../../../core/arrivals';
import type { Session } from '../../../core/document';
import { answerBrief } from '../../../core/document';
import { gearCsv, type InputListRow, inputList, inputListCsv, listsJson, NAME_FIELDS, NAME_PATTERN, tapeListCsv } from '../../../core/exchange';
import { familyOf } from '../../../core/instruments';
import { cableTitle } from '../../../core/patch';
import {
  CHECK_TIMES,
  cableNeeds,
  checklistFor,
  measuredPlaces,
  powerUses,
  resolvePlan,
  SOUND_CHOICES,
  shoppingList,
  standUses,
} from '../../../core/planning';
import { lookOf, lookWords, pluggedIn, type TapeEntry, tapeList } from '../../../core/tape';
import { formatLength, formatNumber, formatReach, formatTemperature } from '../../../core/units';
import { Choice } from '../../components/Choice';
import { download, fileName } from '../../components/download';
import { NameField } from '../../components/NameField';
import { pngFile, svgFile } from '../../components/svgFile';
import { StaticFace } from '../../drawing/StaticFace';
import { runCommand, useLiveSession } from '../../stores/sessionStore';

/** Everything on one page for the wall. */
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
  (brief.parts ?? []).map(({ name, pan, against }) => `${name} ${pan}${against ? `, against ${against}` : ''}`).join('; ');

/** What the brief says, in one line. */
const briefWords = ({ together, picture, roomShare, key, tempoBpm, levelHabit, alignHabit, bitDepth }: Session['brief']): string =>
  [together, picture, roomShare, key, tempoBpm && `${tempoBpm} a minute`, bitDepth && `${bitDepth} bit`, levelHabit, alignHabit]
    .filter(Boolean)
    .join(', ');

export function SheetStation() {
  const session = useLiveSession();
  return session ? <Sheet session={session} /> : null;
}

const cellStyle = { padding: 'var(--cell) 8px var(--cell) 0', textAlign: 'left' as const, verticalAlign: 'top' as const };

/** A word or a figure that is never broken. */
const shortCell = { ...cellStyle, whiteSpace: 'nowrap' as const };

/** With more microphones than this the lists are set closer, so that the sheet stays one page. */
const ROOMY = 6;

function TapeTable({ session, plan, entries, close }: { session: Session; plan: Plan; entries: readonly TapeEntry[]; close: boolean }) {
  const turned = (id: string): string => {
    const microphone = plan.microphones.find((candidate) => candidate.id === id);
    return microphone ? lookWords(lookOf(plan, microphone)) : '';
  };
  const groups = [...new Set(entries.map((entry) => entry.microphoneId))].map((id) => entries.filter((entry) => entry.microphoneId === id));
  return (
    <table style={{ width: '100%', borderCollapse: 'collapse', fontSize: 'var(--list)' }} aria-label="Tape list">
      <thead>
        <tr style={{ borderBottom: '1.5px solid #555' }}>
          <th style={cellStyle}>Microphone</th>
          <th style={cellStyle}>From</th>
          <th style={{ ...cellStyle, textAlign: 'right' }}>To its capsule</th>
        </tr>
      </thead>
      <tbody>
        {pluggedIn(plan).map(({ id, label, name }) => (
          <tr key={id} style={{ borderBottom: '1px solid #bbb' }}>
            <td style={cellStyle}>
              <strong>{`${label}  ${name}`}</strong>
            </td>
            <td style={cellStyle}>plugged in</td>
            <td style={{ ...cellStyle, textAlign: 'right' }}>nothing to measure, 0 ms</td>
          </tr>
        ))}
        {/* Many microphones: one row each, so that the sheet stays one page. */}
        {(close ? groups : []).map((group) => (
          <tr key={group[0]?.microphoneId} style={{ borderBottom: '1px solid #bbb' }}>
            <td style={{ ...cellStyle, maxWidth: 190 }}>
              <strong>{`${group[0]?.label}  ${group[0]?.microphone}`}</strong>
              <span style={{ display: 'block', color: '#555', fontSize: 10, whiteSpace: 'normal' }}>{turned(group[0]?.microphoneId ?? '')}</span>
            </td>
            <td style={cellStyle} colSpan={2}>
              {group.map((entry, i) => (
                <span key={entry.ref}>
                  {i > 0 ? ', ' : ''}
                  {entry.from} <strong className="measure">{formatLength(entry.lengthM, session.units)}</strong>
                </span>
              ))}
            </td>
          </tr>
        ))}
        {groups.flatMap((group) =>
          (close ? [] : group).map((entry, i) => (
            <tr key={`${entry.microphoneId}${entry.from}`} style={{ borderBottom: i === group.length - 1 ? '1px solid #bbb' : undefined }}>
              {i === 0 && (
                <td style={{ ...cellStyle, maxWidth: 190 }} rowSpan={group.length}>
                  <strong>{`${entry.label}  ${entry.microphone}`}</strong>
                  <span style={{ display: 'block', color: '#555', fontSize: 11, whiteSpace: 'normal' }}>{turned(entry.microphoneId)}</span>
                </td>
              )}
              <td style={cellStyle}>{entry.from}</td>
              <td className="measure" style={{ ...cellStyle, textAlign: 'right', fontWeight: 700 }}>
                {formatLength(entry.lengthM, session.units)}
              </td>
            </tr>
          )),
        )}
      </tbody>
    </table>
  );
}

/** What the tape said, when, and where that puts each microphone. */
function MeasuredTable({ session, plan }: { session: Session; plan: Plan }) {
  const measured = measuredPlaces(session, plan);
  if (measured.length === 0) return null;
  const length = (metres: number): string => formatLength(metres, session.units);
  return (
    <table style={{ width: '100%', borderCollapse: 'collapse', fontSize: 'var(--list)', marginTop: 8 }} aria-label="As measured">
      <thead>
        <tr style={{ borderBottom: '1.5px solid #555' }}>
          <th style={cellStyle}>As measured</th>
          <th style={cellStyle}>The tape said</th>
          <th style={{ ...cellStyle, textAlign: 'right' }}>Which is</th>
        </tr>
      </thead>
      <tbody>
        {measured.map(({ microphoneId, label, name, readings, readAt, place }) => (
          <tr key={microphoneId} style={{ borderBottom: '1px solid #bbb' }}>
            <td style={{ ...cellStyle, maxWidth: 190 }}>
              <strong>{`${label}  ${name}`}</strong>
              {readAt && <span style={{ display: 'block', color: '#555', fontSize: 11 }}>{readAt.slice(0, 16).replace('T', ' ')} UTC</span>}
            </td>
            <td style={cellStyle}>{readings.map(({ from, lengthM }) => `${from} ${length(lengthM)}`).join(', ')}</td>
            <td className="measure" style={{ ...cellStyle, textAlign: 'right' }}>
              {place ? `${length(place.fromPlanM)} from plan, ±${length(Math.max(0.005, place.uncertaintyM))}` : 'no place yet'}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function padsOf(row: InputListRow): string {
  const pads = [
    ...(row.setting?.microphonePad ? ['microphone'] : []),
    ...(row.setting?.inputPad ? ['input'] : []),
    ...(row.lowCut ? ['low cut'] : []),
  ];
  return pads.join(' + ') || 'off';
}

function InputTable({ rows, close }: { rows: readonly InputListRow[]; close: boolean }) {
  const several = new Set(rows.map(({ device }) => device).filter(Boolean)).size > 1;
  return (
    <table style={{ width: '100%', borderCollapse: 'collapse', fontSize: 'var(--list)' }} aria-label="Input list">
      <thead>
        <tr style={{ borderBottom: '1.5px solid #555' }}>
          {['Input', 'Microphone', '48\u00a0V', 'Pad', 'Gain', 'Polarity', 'Pan'].map((title) => (
            <th key={title} style={cellStyle}>
              {title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.microphoneId} style={{ borderBottom: '1px solid #bbb' }}>
            <td className="measure" style={{ ...cellStyle, fontWeight: 700 }}>
              {row.input || 'none'}
              {several && row.device && <span style={{ fontWeight: 400, fontSize: 11, whiteSpace: 'normal', display: 'block' }}>{row.device}</span>}
            </td>
            <td style={cellStyle}>
              <strong>{row.microphone}</strong> {close ? null : <br />}
              <span style={{ color: '#555' }}>
                {row.model}
                {row.between && `, through ${row.between}`}
              </span>
            </td>
            <td style={row.isHarmed ? { ...cellStyle, fontWeight: 700 } : shortCell}>
              {row.isHarmed ? 'ON: must be off' : row.phantom ? 'ON' : 'off'}
            </td>
            <td style={cellStyle}>{padsOf(row)}</td>
            <td className="measure" style={cellStyle}>
              {row.setting ? (row.hasGain ? `${formatNumber(row.setting.gainDb, 0)} dB` : 'none') : ''}
            </td>
            <td style={shortCell}>{row.flipped ? 'reverse' : 'normal'}</td>
            <td style={shortCell}>{row.pan}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

type Paper = 'A4' | 'letter';

/** Cables, stands, power and what is missing, in lines. */
function GearLines({ session, plan }: { session: Session; plan: Plan }) {
  const toGet = shoppingList(session, plan);
  const counted = (session.shelf.cables ?? []).length > 0;
  // Who ticks nothing has no list that is open.
  const begun = (session.ready.done ?? []).length > 0;
  const open = begun
    ? CHECK_TIMES.slice(0, 2).flatMap((when) => checklistFor(session, when).flatMap(({ item, isDone }) => (isDone ? [] : [item.text])))
    : [];
  const lines = [
    [
      'Cables',
      cableNeeds(session, plan).map(
        ({ microphone, needM, cable }) =>
          `${microphone} ${cable ? cableTitle(cable, session.units) : `${formatReach(needM, session.units)}${counted ? ', none there' : ''}`}`,
      ),
    ],
    ['Stands', standUses(session).map(({ name, used, owned }) => `${name} ${used} of ${owned}`)],
    ['Power', powerUses(session).map(({ device, banks }) => `${device}${banks.length ? `, phantom on in ${banks.join(' and ')}` : ', phantom off'}`)],
    ['To get', toGet.map(({ count, what }) => `${count} × ${what}`)],
    ['Not ticked yet', open],
  ] as const;
  return (
    <Box mt="2" fontSize="11px" lineHeight="1.3" color="#444" role="region" aria-label="Gear" overflowWrap="anywhere">
      {lines.map(([title, said]) =>
        said.length === 0 ? null : (
          <Box key={title}>
            <strong>{title}:</strong> {said.join('; ')}.
          </Box>
        ),
      )}
    </Box>
  );
}

function Sheet({ session }: { session: Session }) {
  const table = arrivalTable(resolvePlan(session));
  const rows = inputList(session, table);
  const close = session.microphones.length > ROOMY;
  const [paper, setPaper] = useState<Paper>('A4');
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
          Print or save as PDF
        </Button>
        <Button minH="44px" variant="outline" onClick={() => download(fileName(`${session.name} inputs`, 'csv'), inputListCsv(rows), 'text/csv')}>
          Input list as CSV
        </Button>
        <Button
          minH="44px"
          variant="outline"
          onClick={() =>
            download(fileName(`${session.name} tape`, 'csv'), tapeListCsv(table.plan, tapeList(table.plan), session.tape, session.units), 'text/csv')
          }
        >
          Tape list as CSV
        </Button>
        <Button minH="44px" variant="outline" onClick={() => download(fileName(`${session.name} gear`, 'csv'), gearCsv(session, table), 'text/csv')}>
          Gear list as CSV
        </Button>
        <Button
          minH="44px"
          variant="outline"
          onClick={() => download(fileName(`${session.name} lists`, 'json'), listsJson(session, table), 'application/json')}
        >
          All lists as JSON
        </Button>
        {(['SVG', 'PNG'] as const).map((kind) => (
          <Button key={kind} minH="44px" variant="outline" onClick={() => void saveDrawings(kind)}>
            Drawings as {kind}
          </Button>
        ))}
      </Flex>
      <Flex className="no-print" gap="4" mb="4" justify="center" align="end" wrap="wrap">
        <Choice
          label="Paper"
          value={paper}
          options={[
            { value: 'A4', text: 'A4' },
            { value: 'letter', text: 'Letter' },
          ]}
          onChange={(value) => setPaper(value as Paper)}
        />
        <Box w={{ base: '100%', md: '360px' }}>
          <NameField
            label={`Files are called (${NAME_FIELDS.map((field) => `{${field}}`).join(' ')})`}
            value={session.brief.namePattern ?? NAME_PATTERN}
            onCommit={(namePattern) => runCommand(answerBrief({ namePattern: namePattern === NAME_PATTERN ? undefined : namePattern }))}
          />
          <Box fontSize="sm" color="quiet" overflowWrap="anywhere">
            {rows[0] ? `For instance: ${rows[0].fileName}` : ''}
          </Box>
        </Box>
      </Flex>
      <Global styles={{ '@page': { size: paper === 'A4' ? 'A4' : 'letter' } }} />
      <Box
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
              {formatNumber(session.sampleRateHz / 1000, 1)} kHz, {formatTemperature(session.room.temperatureC, session.units)}
            </span>
            {briefWords(session.brief) && <Box>{briefWords(session.brief)}</Box>}
          </Box>
        </Flex>
        {(choiceWords(session) || partWords(session)) && (
          <Box fontSize="sm" mb="2">
            {choiceWords(session)} {partWords(session) && `Parts: ${partWords(session)}.`}
          </Box>
        )}
        <Flex gap="2" direction={{ base: 'column', md: 'row' }} css={{ '@media print': { flexDirection: 'row' } }}>
          <Box flex="1" ref={plan}>
            <StaticFace session={session} face="plan" width={370} height={close ? 250 : 310} />
          </Box>
          <Box flex="1" ref={side}>
            <StaticFace session={session} face="side" width={370} height={close ? 250 : 310} />
          </Box>
        </Flex>
        <Flex gap="6" mt="2" direction={{ base: 'column', md: 'row' }} css={{ '@media print': { flexDirection: 'row' } }}>
          <Box flex="1" minW="0">
            <Box fontWeight="700" mb="1">
              Tape list, in walking order
            </Box>
            <TapeTable session={session} plan={table.plan} entries={tapeList(table.plan)} close={close} />
            <MeasuredTable session={session} plan={table.plan} />
          </Box>
          <Box flex="1" minW="0">
            <Box fontWeight="700" mb="1">
              Inputs
            </Box>
            <InputTable rows={rows} close={close} />
            <Box mt="3" fontSize="12px" color="#444" overflowWrap="anywhere">
              Tall stands: counterweight, a leg under the boom, clutch locked, cable tied. Phantom off while plugging, monitors down.
              {session.instruments.some(({ kind }) => kind === 'drum-kit') &&
                ' Drums in a small room are loud: protect your ears and keep to the local rules.'}
              {session.instruments.some(({ mirrored }) => mirrored) && ' Left and right are the player’s own.'}
            </Box>
          </Box>
        </Flex>
        <GearLines session={session} plan={table.plan} />
      </Box>
    </Box>
  );
}
