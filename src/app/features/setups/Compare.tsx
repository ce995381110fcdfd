import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { useEffect, useMemo, useRef } from 'react';
import type { Session } from '../../../core/document';
import { sourceKey } from '../../../core/ids';
import type { Instrument } from '../../../core/instruments';
import { type Trial, tryOut } from '../../../core/planning';
import type { Recipe } from '../../../core/setups';
import { asMidway, formatDb, formatNumber } from '../../../core/units';
import { sayFinding } from '../../../words';
import { saySetups } from '../../../words/setups.page.en';
import { Rake, type RakeMark } from '../../components/Rake';
import { Severity } from '../../components/Severity';
import { useSize } from '../../components/useSize';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import { StaticFace } from '../../drawing/StaticFace';

/** Two set-ups side by side: rakes on one scale, findings, leak, width, mono sum, microphones. */
export function Compare({
  session,
  instrument,
  recipes,
  onClose,
}: {
  session: Session;
  instrument: Instrument;
  recipes: readonly Recipe[];
  onClose: () => void;
}) {
  const trials = useMemo(
    () => recipes.map((recipe) => tryOut({ ...session, instruments: [instrument] }, recipe, instrument.id)),
    [session, instrument, recipes],
  );
  const source = sharedSource(trials);
  const untilMs = Math.max(...trials.flatMap((trial) => marksOf(trial, source).marks.map((mark) => mark.timeMs)));
  const section = useRef<HTMLDivElement>(null);
  useEffect(() => {
    section.current?.scrollIntoView({ block: 'start' });
  }, []);
  return (
    <Box as="section" ref={section} aria-label={saySetups('compared')} borderWidth="1px" borderColor="tape" p="3" mb="4">
      <Flex justify="space-between" align="center">
        <Box fontWeight="700">{saySetups('side-by-side')}</Box>
        <Button size="sm" minH="44px" variant="ghost" color="quiet" onClick={onClose}>
          {saySetups('close')}
        </Button>
      </Flex>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="5">
        {trials.map((trial, i) => (
          <Side key={recipes[i]?.id} recipe={recipes[i] as Recipe} trial={trial} source={source} untilMs={untilMs} />
        ))}
      </Grid>
    </Box>
  );
}

/** The source both are compared on: the middle of the first pair there is, else what the first close microphone is there for. */
function sharedSource(trials: readonly Trial[]): string | null {
  const centres = trials.flatMap((trial) => trial.table.plan.pairs.map((pair) => pair.centreKey));
  const targets = trials.flatMap((trial) => trial.table.plan.microphones.map((microphone) => microphone.targetKey));
  return [...centres, ...targets].find((key) => key !== null) ?? null;
}

function marksOf(trial: Trial, key: string | null): { marks: RakeMark[]; name: string } {
  const { plan, rows, channelDb } = trial.table;
  const s = Math.max(
    0,
    plan.sources.findIndex((source) => sourceKey(source) === key),
  );
  const marks = plan.microphones.map(
    (microphone, m): RakeMark => ({
      id: microphone.id,
      label: microphone.label,
      colour: stringColour(trial.session.microphones[m]?.colour ?? m),
      timeMs: (rows[m]?.[s]?.delaySeconds ?? 0) * 1000,
      levelDb: channelDb[m]?.[s] ?? -60,
      upright: rows[m]?.[s]?.settled ? rows[m]?.[s]?.polarity === 1 : null,
    }),
  );
  return { marks, name: plan.sources[s]?.name ?? '' };
}

function Side({ recipe, trial, source, untilMs }: { recipe: Recipe; trial: Trial; source: string | null; untilMs: number }) {
  const [box, size] = useSize<HTMLDivElement>();
  const { marks, name } = marksOf(trial, source);
  const width = Math.max(240, size.width);
  const facts: readonly (readonly [string, string])[] = [
    [saySetups('microphones-and-inputs'), String(trial.session.microphones.length)],
    [
      saySetups('width-of-the-picture-model'),
      trial.widthDeg === null ? saySetups('one-channel') : saySetups('of-60', { width: formatNumber(trial.widthDeg, 0) }),
    ],
    [saySetups('lost-in-mono'), trial.monoLossDb === null ? saySetups('nothing-to-add') : formatDb(trial.monoLossDb)],
    [saySetups('worst-leak-wanted-over-other'), trial.worstLeakDb === null ? saySetups('no-close-microphone') : formatDb(trial.worstLeakDb)],
  ];
  return (
    <div ref={box}>
      <Box fontWeight="700">{recipe.name}</Box>
      <Box h="190px">
        <StaticFace session={trial.session} face="plan" width={width} height={190} bare labels />
      </Box>
      <Box fontSize="sm" color="quiet">
        {saySetups('the-reaches-each-microphone-after-ms', { name: asMidway(name) })}
      </Box>
      <Rake marks={marks} width={width} height={120} untilMs={untilMs} title={saySetups('arrival-rake-of', { recipe: recipe.name })} />
      <table className="figures" style={{ width: '100%' }}>
        <tbody>
          {facts.map(([term, value]) => (
            <tr key={term}>
              <th scope="row" style={{ fontWeight: 400 }}>
                {term}
              </th>
              <td>{value}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Box as="ul" m="0" p="0" mt="1" aria-label={saySetups('findings-of', { recipe: recipe.name })}>
        {trial.unexpected.slice(0, 4).map((finding) => (
          <Box as="li" key={finding.id} listStyleType="none" fontSize="sm" py="0.5">
            <Severity severity={finding.severity} /> {sayFinding(finding, trial.session.units)}
          </Box>
        ))}
        {trial.unexpected.length === 0 && (
          <Box as="li" listStyleType="none" fontSize="sm">
            <Severity severity="fine" /> {saySetups('nothing-beyond-what-it-is-known')}
          </Box>
        )}
      </Box>
    </div>
  );
}
