import { Box, Button, Flex } from '@chakra-ui/react';
import type { Session } from '../../../core/document';
import { type Line, type LineFinding, type LineNotes, offBy } from '../../../core/lineCheck';
import { formatNumber } from '../../../core/units';
import { sayPatch } from '../../../words/patch.page.en';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import { hearLine, useLineCheck, useLineMeters } from './lineStore';

const FLOOR_DBFS = -120;
/** Where a level is on its line; the ends keep clear of the edge. */
const across = (dbfs: number): string => `${1.5 + (97 * (Math.max(FLOOR_DBFS, Math.min(0, dbfs)) - FLOOR_DBFS)) / -FLOOR_DBFS}%`;

/** What is heard at this moment, as a bar. */
function Live({ index }: { index: number }) {
  const peak = useLineMeters(({ peaksDbfs }) => peaksDbfs[index] ?? FLOOR_DBFS);
  return <line x1="1.5%" x2={across(peak)} y1="10" y2="10" stroke="var(--chakra-colors-quiet)" strokeWidth="4" />;
}

/** Levels of a line from silence to full scale: what is planned as open marks, what was measured as full ones, what is there now as a bar. */
function Scale({ line, notes, index, colour }: { line: Line; notes: LineNotes; index: number; colour: string }) {
  const noise = notes.silence[line.inputId]?.noiseDbfs;
  const peak = notes.played[line.inputId];
  const told = [
    sayPatch('planned-noise-and-peak-dbfs', {
      predictedNoiseDbfs: formatNumber(line.predictedNoiseDbfs, 0),
      predictedPeakDbfs: formatNumber(line.predictedPeakDbfs, 0),
    }),
    ...(noise === undefined ? [] : [sayPatch('measured-noise-dbfs', { noise: formatNumber(noise, 0) })]),
    ...(peak === undefined ? [] : [sayPatch('measured-peak-dbfs', { peak: formatNumber(peak, 0) })]),
  ].join(', ');
  return (
    <svg width="100%" height="22" style={{ maxWidth: 520, display: 'block' }} role="img" aria-label={`${line.name}: ${told}`}>
      <line x1="1.5%" x2="98.5%" y1="10" y2="10" stroke="var(--chakra-colors-line)" strokeWidth="6" />
      <Live index={index} />
      {[-100, -80, -60, -40, -20].map((db) => (
        <line key={db} x1={across(db)} x2={across(db)} y1="14" y2="17" stroke="var(--chakra-colors-quiet)" />
      ))}
      {[line.predictedNoiseDbfs, line.predictedPeakDbfs].map((dbfs, i) => (
        <circle key={i === 0 ? 'noise' : 'peak'} cx={across(dbfs)} cy="10" r="5" fill="none" stroke="var(--chakra-colors-tape)" strokeWidth="1.6" />
      ))}
      {[noise, peak].map((dbfs, i) =>
        dbfs === undefined ? null : <circle key={i === 0 ? 'noise' : 'peak'} cx={across(dbfs)} cy="10" r="3.4" fill={colour} />,
      )}
    </svg>
  );
}

/** What a line has shown so far, in words short enough to stand beside it. */
function shown(line: Line, notes: LineNotes, isElsewhere: boolean): string[] {
  if (isElsewhere) return [sayPatch('another-microphone-is-in-this-input')];
  const tap = notes.taps[line.secondOf ?? line.microphoneId]?.[line.inputId];
  const off = offBy(line, notes);
  return [
    ...(tap ? [tap.heard ? sayPatch('knock-heard') : sayPatch('no-knock')] : []),
    ...(tap?.heard && tap.clapSign !== null ? [tap.clapSign === 1 ? sayPatch('swings-up') : sayPatch('swings-down')] : []),
    ...(off === null
      ? []
      : [
          Math.abs(off) < 1
            ? sayPatch('peak-as-planned')
            : sayPatch('peak-db-off2-over-under-the', { off: formatNumber(Math.abs(off), 0), off2: off > 0 ? 'yes' : 'no' }),
        ]),
  ];
}

/** Every line from its microphone to its input, with what was planned and what was measured on it. */
export function LineRows({ session, findings }: { session: Session; findings: readonly LineFinding[] }) {
  const { plan, notes, recording, heard, deviceId } = useLineCheck();
  const { lines } = plan;
  const inputs = session.shelf.devices.find(({ id }) => id === deviceId)?.inputs ?? [];
  const isElsewhere = ({ microphoneId }: Line): boolean =>
    findings.some(({ kind, microphoneIds }) => kind === 'swapped' && microphoneIds.includes(microphoneId));
  return (
    <Box>
      <Box as="ul" m="0" p="0" aria-label={sayPatch('lines')}>
        {lines.map((line) => {
          const wrong = findings.some(({ microphoneIds, severity }) => severity !== 'note' && microphoneIds.includes(line.microphoneId));
          const colour = stringColour(session.microphones.find(({ id }) => id === (line.secondOf ?? line.microphoneId))?.colour ?? 0);
          return (
            <Flex
              as="li"
              key={line.microphoneId}
              listStyleType="none"
              gap="3"
              align="center"
              py="2"
              borderBottomWidth="1px"
              borderColor="line"
              wrap="wrap"
            >
              <Box w="150px" minW="0">
                <Box fontWeight="700" style={{ color: colour, overflowWrap: 'anywhere' }}>
                  {line.name}
                </Box>
                <Box fontSize="sm" color="quiet">
                  {sayPatch('input-powered-48-v-db', {
                    inputName: line.inputName,
                    powered: line.powered ? 'yes' : 'no',
                    gain: formatNumber(line.gainDb, 0),
                  })}
                </Box>
              </Box>
              <Box flex="1" minW="180px">
                <Scale line={line} notes={notes} index={inputs.findIndex(({ id }) => id === line.inputId)} colour={colour} />
                <Box fontSize="sm" color={wrong ? 'fix' : 'quiet'} minH="20px">
                  {shown(line, notes, isElsewhere(line)).join(' · ')}
                </Box>
              </Box>
              <Button
                size="sm"
                minH={{ base: '44px', md: '34px' }}
                variant="outline"
                disabled={!recording}
                aria-label={
                  heard.includes(line.microphoneId) ? sayPatch('heard-alone', { line: line.name }) : sayPatch('hear-it-alone', { line: line.name })
                }
                onClick={() => hearLine(line)}
              >
                {heard.includes(line.microphoneId) ? sayPatch('heard') : sayPatch('hear-it')}
              </Button>
            </Flex>
          );
        })}
      </Box>
      <Box mt="2" fontSize="sm" color="quiet">
        {sayPatch('from-120-to-0-dbfs-rings')}
      </Box>
    </Box>
  );
}
