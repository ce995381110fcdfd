import { Box, Flex } from '@chakra-ui/react';
import { type ArrivalTable, SWAY_M, swayOf } from '../../../core/arrivals';
import { leaks } from '../../../core/checks';
import type { PlacedMicrophone, Session } from '../../../core/document';
import { sourceKey } from '../../../core/ids';
import { isDirect, PATTERN_PRESSURE_SHARE, proximityBoostDb } from '../../../core/microphones';
import { asMidway, formatDb, formatDelay, formatLength, formatNumber, formatShortDelay } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';

const Line = ({ name, value }: { name: string; value: string }) => (
  <Flex justify="space-between" gap="3" py="0.5">
    <Box color="quiet">{name}</Box>
    <Box className="measure">{value}</Box>
  </Flex>
);

/** Instruments that move with their player. */
const SWAYING = new Set<string>(['guitar', 'voice', 'brass', 'saxophone', 'shaken']);

/** What the model says of one microphone and the shown source. */
export function Numbers({ session, table, placed, source }: { session: Session; table: ArrivalTable; placed: PlacedMicrophone; source: number }) {
  const index = table.plan.microphones.findIndex((microphone) => microphone.id === placed.id);
  const arrival = table.rows[index]?.[source];
  const name = table.plan.sources[source]?.name;
  const leak = leaks(table).find((candidate) => candidate.microphone.id === placed.id);
  const [microphone, heard] = [table.plan.microphones[index], table.plan.sources[source]];
  if (!arrival || !name || !microphone || !heard) return null;
  const sways = SWAYING.has(session.instruments.find(({ id }) => id === heard.instrumentId)?.kind ?? '');
  const direct = isDirect(microphone.model.kind);
  const sway = sways && !direct && arrival.distanceM < 1 ? swayOf(microphone, heard, table.plan) : null;
  const { sampleRateHz } = table.plan;
  return (
    <Box fontSize="sm" mt="3">
      {!direct && <Line name={sayFloor('string-to', { name: asMidway(name) })} value={formatLength(arrival.distanceM, session.units)} />}
      <Line name={sayFloor('arrives-after')} value={formatShortDelay(arrival.delaySeconds, sampleRateHz)} />
      {!direct && <Line name={sayFloor('off-its-axis')} value={`${formatNumber(arrival.angleDeg, 0)}°`} />}
      <Line name={sayFloor('peak-model-6-db')} value={`${formatNumber(arrival.levelDb, 0)} dB SPL`} />
      {sway && (
        <Line
          name={sayFloor('player-sways', { sway: formatLength(SWAY_M, session.units) })}
          value={sayFloor('level-and-tone', { level: formatNumber(sway.levelDb, 1), tone: formatNumber(sway.toneDb, 1) })}
        />
      )}
      <Line name={sayFloor('polarity')} value={sayFloor(arrival.settled ? (arrival.polarity === 1 ? 'normal' : 'reversed') : 'unsettled')} />
      {leak && <Line name={sayFloor('above-the', { otherName: asMidway(leak.otherName) })} value={formatDb(leak.marginDb)} />}
    </Box>
  );
}

/** Two chosen microphones: their strings to the shown source and the difference. */
export function PairPanel({ session, table, ids, source }: { session: Session; table: ArrivalTable; ids: readonly string[]; source: number }) {
  const [a, b] = ids.map((id) => table.plan.microphones.findIndex((microphone) => microphone.id === id));
  const [first, second] = [table.rows[a ?? -1]?.[source], table.rows[b ?? -1]?.[source]];
  const { plan } = table;
  if (!first || !second) return null;
  const difference = second.distanceM - first.distanceM;
  return (
    <Box fontSize="sm">
      <Box fontWeight="700" fontSize="md" mb="1">
        {plan.microphones[a ?? 0]?.name} {sayFloor('and')} {plan.microphones[b ?? 0]?.name}
      </Box>
      <Line name={sayFloor('string-1')} value={formatLength(first.distanceM, session.units)} />
      <Line name={sayFloor('string-2')} value={formatLength(second.distanceM, session.units)} />
      <Line name={sayFloor('difference')} value={formatLength(difference, session.units)} />
      <Box className="measure" color="quiet" whiteSpace="normal">
        {formatDelay(Math.abs(difference) / plan.speedOfSoundMps, plan.sampleRateHz, plan.speedOfSoundMps, session.units)}
      </Box>
    </Box>
  );
}

/** From this lift at its corner on, a low cut is worth a thought, dB. */
const LIFTED_DB = 5;

/** What nearness does to the bass, where a switch could answer it. */
export function LowCutWords({ table, placed }: { table: ArrivalTable; placed: PlacedMicrophone }) {
  const { plan, rows } = table;
  const index = plan.microphones.findIndex(({ id }) => id === placed.id);
  const microphone = plan.microphones[index];
  const { lowCutHz } = microphone?.model ?? {};
  const target = rows[index]?.[plan.sources.findIndex((source) => sourceKey(source) === microphone?.targetKey)];
  if (!microphone || lowCutHz === undefined || !target || target.distanceM <= 0) return null;
  const lift = proximityBoostDb(PATTERN_PRESSURE_SHARE[placed.pattern], target.distanceM, lowCutHz, plan.speedOfSoundMps);
  if (lift < LIFTED_DB) return null;
  return (
    <Box fontSize="sm" color="quiet" mt="2">
      {sayFloor('so-near-it-lifts-hz-by', { lowCut: formatNumber(lowCutHz, 0), lift: formatNumber(lift, 0), lowCut2: placed.lowCut ? 'yes' : 'no' })}
    </Box>
  );
}
