import { Box, Button, Grid } from '@chakra-ui/react';
import { editPair, framePair, type Pair, type Session, squarePair } from '../../../core/document';
import { nameTechnique } from '../../../core/planning';
import { PAIR_TECHNIQUES } from '../../../core/setups';
import { crossedPairOf, DECODINGS, type Decoding, type PairFrame } from '../../../core/stereo';
import { formatNumber, shownUnits } from '../../../core/units';
import { sayPairs } from '../../../words/pairs.page.en';
import { Choice } from '../../components/Choice';
import { NumberField } from '../../components/NumberField';
import { runCommand } from '../../stores/sessionStore';

/** How the pair stands, in numbers; of mid-side, how wide it is decoded. */
export function PairFields({ session, pair }: { session: Session; pair: Pair }) {
  const { frame } = pair;
  const { unit, per } = shownUnits(session.units).place;
  const set = (change: Partial<PairFrame>): void => void runCommand(framePair(pair.id, change));
  return (
    <Box>
      <Grid templateColumns="repeat(2, 1fr)" gap="2">
        <Choice
          label={sayPairs('technique')}
          value={pair.technique}
          options={PAIR_TECHNIQUES.map((value) => ({ value, text: value }))}
          onChange={(value) => runCommand(nameTechnique(session, pair, value as Pair['technique']))}
        />
        <Choice
          label={sayPairs('heard-as')}
          value={pair.decoding}
          options={DECODINGS.map((value) => ({ value, text: value === 'mid-side' ? sayPairs('mid-and-side') : sayPairs('left-and-right') }))}
          onChange={(value) => runCommand(editPair(pair.id, { decoding: value as Decoding }))}
        />
      </Grid>
      {frame ? (
        <Grid templateColumns="repeat(3, 1fr)" gap="2" mt="2" role="group" aria-label={sayPairs('in-numbers', { pair: pair.name })}>
          <NumberField
            label={sayPairs('apart-2')}
            unit={unit}
            value={frame.spacingM * per}
            low={0}
            high={Math.round(5 * per)}
            onCommit={(v) => set({ spacingM: v / per })}
          />
          {pair.decoding === 'left-right' && (
            <NumberField
              label={sayPairs('angle')}
              unit="°"
              digits={0}
              value={frame.angleDeg}
              low={-170}
              high={170}
              onCommit={(angleDeg) => set({ angleDeg })}
            />
          )}
          <NumberField
            label={sayPairs('high')}
            unit={unit}
            value={frame.centreM.z * per}
            low={0}
            high={Number((session.room.heightM * per).toFixed(1))}
            onCommit={(v) => set({ centreM: { ...frame.centreM, z: v / per } })}
          />
          <NumberField
            label={sayPairs('turned')}
            unit="°"
            digits={0}
            value={frame.turnDeg}
            low={-180}
            high={180}
            onCommit={(turnDeg) => set({ turnDeg })}
          />
          <NumberField
            label={sayPairs('tilted')}
            unit="°"
            digits={0}
            value={frame.tiltDeg}
            low={-90}
            high={90}
            onCommit={(tiltDeg) => set({ tiltDeg })}
          />
        </Grid>
      ) : (
        <Box mt="2">
          <Box color="quiet">{sayPairs('set-by-hand-the-two-do')}</Box>
          <Button size="sm" variant="outline" mt="1" minH={{ base: '44px', md: '32px' }} onClick={() => runCommand(squarePair(pair.id))}>
            {sayPairs('square-them-up')}
          </Button>
        </Box>
      )}
      {pair.decoding === 'mid-side' && <Width session={session} pair={pair} />}
    </Box>
  );
}

function Width({ session, pair }: { session: Session; pair: Pair }) {
  const mid = session.microphones.find(({ id }) => id === pair.leftId);
  const width = pair.width ?? 1;
  if (!mid) return null;
  const { halfAngleDeg, pressureShare } = crossedPairOf(mid.pattern, width);
  return (
    <Box mt="2">
      <NumberField
        label={sayPairs('side-over-mid')}
        unit="dB"
        value={20 * Math.log10(Math.max(0.1, width))}
        low={-20}
        high={12}
        onCommit={(db) => runCommand(editPair(pair.id, { width: 10 ** (db / 20) }))}
      />
      <Box fontSize="sm" mt="1">
        {sayPairs('the-same-as-two-crossed-microphones')} <span className="measure">±{formatNumber(halfAngleDeg, 1)}°</span>
        {sayPairs('each')} <span className="measure">{formatNumber(pressureShare, 3)}</span> {sayPairs('pressure-to')}{' '}
        <span className="measure">{formatNumber(1 - pressureShare, 3)}</span> {sayPairs('gradient-the-sides-plus-looks-left')}
      </Box>
    </Box>
  );
}
