import { Box, Button, Flex } from '@chakra-ui/react';
import { editInstrument, type Session } from '../../../core/document';
import { geometryOf, type Instrument } from '../../../core/instruments';
import { inUnits } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';
import { NumberField } from '../../components/NumberField';
import { runCommand } from '../../stores/sessionStore';

const sentence = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;

/** How loud each part is, on what that stands, and the player's own figure instead. */
export function Levels({ session, instrument }: { session: Session; instrument: Instrument }) {
  const put = (id: string, level: number | null): void => {
    const { [id]: _before, ...others } = instrument.levelsDb ?? {};
    runCommand(editInstrument(instrument.id, { levelsDb: level === null ? others : { ...others, [id]: level } }));
  };
  return (
    <details style={{ marginTop: 10 }}>
      <summary style={{ minHeight: 32, cursor: 'pointer' }}>{sayFloor('how-loud-it-is')}</summary>
      {geometryOf(instrument).sources.map((source, i, all) => (
        <Box key={source.id} mb="2">
          <Flex gap="2" align="end">
            <NumberField
              label={sayFloor('peak-at', { source: source.name, inUnits: inUnits('{1 m}', session.units) })}
              unit={sayFloor('db-spl')}
              digits={0}
              value={source.peakSplDb}
              low={40}
              high={150}
              onCommit={(value) => put(source.id, value)}
            />
            {instrument.levelsDb?.[source.id] !== undefined && (
              <Button
                size="xs"
                variant="outline"
                minH="44px"
                onClick={() => put(source.id, null)}
                aria-label={sayFloor('planning-level-for-again', { source: source.name })}
              >
                {sayFloor('planning-level-again')}
              </Button>
            )}
          </Flex>
          {source.levelBasis !== all[i + 1]?.levelBasis && (
            <Box fontSize="sm" color="quiet" mt="1">
              {sentence(inUnits(source.levelBasis, session.units))}
            </Box>
          )}
        </Box>
      ))}
    </details>
  );
}
