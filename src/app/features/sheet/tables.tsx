import { Fragment } from 'react';
import type { Plan } from '../../../core/arrivals';
import type { Session } from '../../../core/document';
import { type InputListRow, polarityOf, type Say } from '../../../core/exchange';
import { measuredPlaces } from '../../../core/planning';
import { lookOf, lookTold, pluggedIn, type TapeEntry } from '../../../core/tape';
import { formatLength, formatNumber } from '../../../core/units';
import { sayTold } from '../../../words';
import { saySheet } from '../../../words/sheet.page.en';

const cellStyle = { padding: 'var(--cell) 8px var(--cell) 0', textAlign: 'left' as const, verticalAlign: 'top' as const };

/** A word or a figure that is never broken. */
const shortCell = { ...cellStyle, whiteSpace: 'nowrap' as const };

/** Strings and heights to set, in walking order. */
export function TapeTable({ session, plan, entries, close }: { session: Session; plan: Plan; entries: readonly TapeEntry[]; close: boolean }) {
  const turned = (id: string): string => {
    const microphone = plan.microphones.find((candidate) => candidate.id === id);
    return microphone ? sayTold(lookTold(lookOf(plan, microphone)), session.units) : '';
  };
  const groups = [...new Set(entries.map((entry) => entry.microphoneId))].map((id) => entries.filter((entry) => entry.microphoneId === id));
  return (
    <table style={{ width: '100%', borderCollapse: 'collapse', fontSize: 'var(--list)' }} aria-label={saySheet('tape-list')}>
      <thead>
        <tr style={{ borderBottom: '1.5px solid #555' }}>
          <th style={cellStyle}>{saySheet('microphone')}</th>
          <th style={cellStyle}>{saySheet('from')}</th>
          <th style={{ ...cellStyle, textAlign: 'right' }}>{saySheet('to-its-capsule')}</th>
        </tr>
      </thead>
      <tbody>
        {pluggedIn(plan).map(({ id, label, name }) => (
          <tr key={id} style={{ borderBottom: '1px solid #bbb' }}>
            <td style={cellStyle}>
              <strong>{`${label}  ${name}`}</strong>
            </td>
            <td style={cellStyle}>{saySheet('plugged-in')}</td>
            <td style={{ ...cellStyle, textAlign: 'right' }}>{saySheet('nothing-to-measure-0-ms')}</td>
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
export function MeasuredTable({ session, plan }: { session: Session; plan: Plan }) {
  const measured = measuredPlaces(session, plan);
  if (measured.length === 0) return null;
  const length = (metres: number): string => formatLength(metres, session.units);
  return (
    <table style={{ width: '100%', borderCollapse: 'collapse', fontSize: 'var(--list)', marginTop: 8 }} aria-label={saySheet('as-measured')}>
      <thead>
        <tr style={{ borderBottom: '1.5px solid #555' }}>
          <th style={cellStyle}>{saySheet('as-measured')}</th>
          <th style={cellStyle}>{saySheet('the-tape-said')}</th>
          <th style={{ ...cellStyle, textAlign: 'right' }}>{saySheet('which-is')}</th>
        </tr>
      </thead>
      <tbody>
        {measured.map(({ microphoneId, label, name, readings, readAt, place }) => (
          <tr key={microphoneId} style={{ borderBottom: '1px solid #bbb' }}>
            <td style={{ ...cellStyle, maxWidth: 190 }}>
              <strong>{`${label}  ${name}`}</strong>
              {readAt && (
                <span style={{ display: 'block', color: '#555', fontSize: 11 }}>
                  {saySheet('utc', { readAt: readAt.slice(0, 16).replace('T', ' ') })}
                </span>
              )}
            </td>
            <td style={cellStyle}>{readings.map(({ from, lengthM }) => `${from} ${length(lengthM)}`).join(', ')}</td>
            <td className="measure" style={{ ...cellStyle, textAlign: 'right' }}>
              {place
                ? saySheet('from-plan', { length: length(place.fromPlanM), length2: length(Math.max(0.005, place.uncertaintyM)) })
                : saySheet('no-place-yet')}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function padsOf(row: InputListRow): string {
  const pads = [...(row.setting?.microphonePad ? ['microphone'] : []), ...(row.setting?.inputPad ? ['input'] : [])];
  return pads.join(' + ') || 'off';
}

/** What goes where, as it is plugged and set. */
export function InputTable({ rows, close, say }: { rows: readonly InputListRow[]; close: boolean; say: Say }) {
  const several = new Set(rows.map(({ device }) => device).filter(Boolean)).size > 1;
  return (
    <table style={{ width: '100%', borderCollapse: 'collapse', fontSize: 'var(--list)' }} aria-label={saySheet('input-list')}>
      <thead>
        <tr style={{ borderBottom: '1.5px solid #555' }}>
          {[saySheet('input'), saySheet('microphone'), '48\u00a0V', saySheet('pad'), saySheet('gain'), saySheet('polarity'), saySheet('pan')].map(
            (title) => (
              <th key={title} style={cellStyle}>
                {title}
              </th>
            ),
          )}
        </tr>
      </thead>
      <tbody>
        {rows.map((row, i) => (
          <Fragment key={`${row.microphoneId} ${row.input}`}>
            {several && row.device && row.device !== rows[i - 1]?.device && (
              <tr>
                <th colSpan={7} scope="colgroup" style={{ ...cellStyle, paddingTop: 8, whiteSpace: 'normal' }}>
                  {row.device}
                </th>
              </tr>
            )}
            <tr style={{ borderBottom: '1px solid #bbb' }}>
              <td className="measure" style={{ ...cellStyle, fontWeight: 700 }}>
                {row.input || saySheet('none')}
              </td>
              <td style={cellStyle}>
                <strong>{row.microphone}</strong> {close ? null : <br />}
                <span style={{ color: '#555' }}>
                  {row.model}
                  {row.between && saySheet('through', { between: row.between })}
                  {row.lowCut && saySheet('its-low-cut-on')}
                  {row.inputLowCut && saySheet('low-cut-on-its-way')}
                </span>
              </td>
              <td style={row.phantomNote ? cellStyle : shortCell}>
                <strong>{row.phantom ? saySheet('on') : saySheet('off')}</strong>
                {row.phantomNote && `, ${say(row.phantomNote)}`}
              </td>
              <td style={cellStyle}>{padsOf(row)}</td>
              <td className="measure" style={cellStyle}>
                {row.setting ? (row.hasGain ? `${formatNumber(row.setting.gainDb, 0)} dB` : saySheet('none')) : ''}
              </td>
              <td style={row.polarity.length === 0 ? shortCell : cellStyle}>{say(polarityOf(row))}</td>
              <td style={shortCell}>{row.pan}</td>
            </tr>
          </Fragment>
        ))}
      </tbody>
    </table>
  );
}
