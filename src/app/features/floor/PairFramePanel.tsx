import { Box, Button, Grid } from '@chakra-ui/react';
import { framePair, type Pair, type Session, squarePair } from '../../../core/document';
import { nameTechnique } from '../../../core/planning';
import { PAIR_TECHNIQUES } from '../../../core/setups';
import type { PairFrame } from '../../../core/stereo';
import { shownUnits } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';
import { term } from '../../../words/term';
import { Choice } from '../../components/Choice';
import { NumberField } from '../../components/NumberField';
import { runCommand } from '../../stores/sessionStore';

/** What a pair is called, and how its two microphones stand to one another, set as one; or that each stands by itself. */
export function PairFramePanel({ session, pair }: { session: Session; pair: Pair }) {
  return (
    <Box mt="2">
      <Choice
        label={sayFloor('technique')}
        value={pair.technique}
        options={PAIR_TECHNIQUES.map((technique) => ({ value: technique, text: term(technique) }))}
        onChange={(technique) => runCommand(nameTechnique(session, pair, technique as Pair['technique']))}
      />
      <FrameFields session={session} pair={pair} />
    </Box>
  );
}

function FrameFields({ session, pair }: { session: Session; pair: Pair }) {
  const { frame } = pair;
  const { unit, per: perM } = shownUnits(session.units).place;
  if (!frame)
    return (
      <Box fontSize="sm" mt="2">
        <Box color="quiet">{sayFloor('set-by-hand-the-two-do')}</Box>
        <Button size="sm" variant="outline" mt="1" minH={{ base: '44px', md: '32px' }} onClick={() => runCommand(squarePair(pair.id))}>
          {sayFloor('square-them-up')}
        </Button>
      </Box>
    );
  const set = (change: Partial<PairFrame>): void => void runCommand(framePair(pair.id, change));
  return (
    <Grid templateColumns="repeat(3, 1fr)" gap="2" mt="2" role="group" aria-label={sayFloor('as-a-pair', { pair: pair.name })}>
      <NumberField
        label={sayFloor('apart')}
        unit={unit}
        value={frame.spacingM * perM}
        low={0}
        high={Math.round(5 * perM)}
        onCommit={(v) => set({ spacingM: v / perM })}
      />
      {pair.decoding === 'left-right' && (
        <NumberField
          label={sayFloor('angle')}
          unit="°"
          digits={0}
          value={frame.angleDeg}
          low={-170}
          high={170}
          onCommit={(angleDeg) => set({ angleDeg })}
        />
      )}
      <NumberField
        label={sayFloor('high')}
        unit={unit}
        value={frame.centreM.z * perM}
        low={0}
        high={Number((session.room.heightM * perM).toFixed(1))}
        onCommit={(v) => set({ centreM: { ...frame.centreM, z: v / perM } })}
      />
      <NumberField
        label={sayFloor('turned')}
        unit="°"
        digits={0}
        value={frame.turnDeg}
        low={-180}
        high={180}
        onCommit={(turnDeg) => set({ turnDeg })}
      />
      <NumberField
        label={sayFloor('tilted')}
        unit="°"
        digits={0}
        value={frame.tiltDeg}
        low={-90}
        high={90}
        onCommit={(tiltDeg) => set({ tiltDeg })}
      />
    </Grid>
  );
}
