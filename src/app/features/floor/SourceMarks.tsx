import { memo } from 'react';
import type { ArrivalTable } from '../../../core/arrivals';
import { sourceKey } from '../../../core/ids';
import { sayFloor } from '../../../words/floor.page.en';
import type { Paper } from '../../drawing/projection';
import { setView } from '../../stores/viewStore';

interface Props {
  readonly table: ArrivalTable;
  readonly paper: Paper;
  readonly zoom: number;
  /** Index of the source whose strings are shown. */
  readonly shown: number;
}

/** Sources stay while microphones move: the same geometries on the same paper are the same marks. */
const sameMarks = (a: Props, b: Props): boolean =>
  a.paper === b.paper &&
  a.zoom === b.zoom &&
  a.shown === b.shown &&
  a.table.plan.geometries.length === b.table.plan.geometries.length &&
  a.table.plan.geometries.every((geometry, g) => geometry === b.table.plan.geometries[g]);

/** What sounds: each can be chosen for its strings and rake. */
export const SourceMarks = memo(function SourceMarks({ table, paper, zoom, shown }: Props) {
  return table.plan.sources.map((candidate, s) => (
    <g
      key={sourceKey(candidate)}
      className={`source${s === shown ? ' chosen' : ''}`}
      role="button"
      tabIndex={0}
      aria-label={sayFloor('source-2', { candidate: candidate.name })}
      aria-pressed={s === shown}
      style={{ cursor: 'pointer', outline: 'none' }}
      transform={`translate(${paper.x(candidate.sides[0].positionM)} ${paper.y(candidate.sides[0].positionM)}) scale(${1 / zoom})`}
      onClick={() => setView({ stringsFrom: sourceKey(candidate) })}
      onKeyDown={(event) => (event.key === 'Enter' || event.key === ' ') && setView({ stringsFrom: sourceKey(candidate) })}
    >
      <title>{candidate.name}</title>
      <circle className="halo" r={14} />
      <circle className="source-dot" r={5} />
    </g>
  ));
}, sameMarks);
