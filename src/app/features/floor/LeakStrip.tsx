import { Box, Button } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { THREE_TO_ONE_DB } from '../../../core/acoustics';
import type { ArrivalTable, PlanMicrophone } from '../../../core/arrivals';
import { leakMatrix, turnDeadSide } from '../../../core/checks';
import { editMicrophone } from '../../../core/document';
import { sourceKey } from '../../../core/ids';
import { asMidway, formatNumber } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';
import { runCommand, useSessionStore } from '../../stores/sessionStore';

/** For each close microphone the wanted source over everything else, dB, and the aim that turns its dead side to the worst. */
export function LeakStrip({ table }: { table: ArrivalTable }) {
  const rows = leakMatrix(table);
  const [told, setTold] = useState('');
  const turnAway = (microphone: PlanMicrophone, source: number): void => {
    const turned = turnDeadSide(table, microphone, source);
    const facts = { name: microphone.name, source: asMidway(table.plan.sources[source]?.name ?? '') };
    if (turned) runCommand(editMicrophone(microphone.id, { aimM: turned.aimM }));
    setTold(
      turned
        ? sayFloor('turned-to-hear-less-of', { ...facts, db: formatNumber(turned.afterDb - turned.beforeDb, 1) })
        : sayFloor('cannot-be-turned-to-hear-less-of', facts),
    );
  };
  if (rows.length === 0)
    return (
      <Box px="3" py="3" color="quiet">
        {sayFloor('no-microphone-is-there-for-one')}
      </Box>
    );
  const sources = table.plan.sources.map((source, s) => [source, s] as const).filter(([, s]) => rows.some((row) => row.cells[s] !== null));
  return (
    <Box overflow="auto" maxH="164px" px="3" pb="2" tabIndex={0} role="region" aria-label={sayFloor('leak-matrix')}>
      <table className="figures">
        <caption>
          {sayFloor('wanted-source-over-each-other-one')} <span role="status">{told}</span>
        </caption>
        <thead>
          <tr>
            <th>{sayFloor('microphone')}</th>
            {sources.map(([source]) => (
              <th key={sourceKey(source)}>{source.name}</th>
            ))}
            <th>{sayFloor('turned-to-hear-less')}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.microphone.id}>
              <th scope="row">{row.microphone.name}</th>
              {sources.map(([source, s]) => {
                const cell = row.cells[s] ?? null;
                const low = cell !== null && cell < THREE_TO_ONE_DB;
                const figure = cell === null ? sayFloor('wanted-2') : `${formatNumber(Math.min(99, cell), 0)}${low ? ' ▲' : ''}`;
                return (
                  <td key={sourceKey(source)} className={low ? 'low' : ''}>
                    {cell === null || row.microphone.locked || row.microphone.pattern === 'omni' ? (
                      figure
                    ) : (
                      <button
                        type="button"
                        className="plain"
                        aria-label={sayFloor('so-much-turn-to-hear-less-of', {
                          figure,
                          name: row.microphone.name,
                          source: asMidway(source.name),
                        })}
                        onClick={() => turnAway(row.microphone, s)}
                      >
                        {figure}
                      </button>
                    )}
                  </td>
                );
              })}
              <td>
                <DeadSideButton table={table} id={row.microphone.id} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Box>
  );
}

export function DeadSideButton({ table, id }: { table: ArrivalTable; id: string }) {
  const microphone = table.plan.microphones.find((candidate) => candidate.id === id);
  const dragging = useSessionStore((state) => state.draft !== null);
  // A search of several hundred aims: worth it when the hand rests, not at every step of a drag.
  const turned = useMemo(
    () => (microphone && !microphone.locked && !dragging ? turnDeadSide(table, microphone) : null),
    [table, microphone, dragging],
  );
  if (dragging) return <span style={{ color: 'var(--chakra-colors-quiet)' }}>{sayFloor('when-it-rests')}</span>;
  if (!turned) return <span style={{ color: 'var(--chakra-colors-quiet)' }}>{sayFloor('as-good-as-it-gets')}</span>;
  return (
    <Button size="xs" variant="outline" minH={{ base: '44px', md: '28px' }} onClick={() => runCommand(editMicrophone(id, { aimM: turned.aimM }))}>
      {sayFloor('turn-it-to-hear-less-db', {
        otherName: asMidway(turned.otherName),
        before: formatNumber(turned.beforeDb, 0),
        after: formatNumber(turned.afterDb, 0),
      })}
    </Button>
  );
}
