import { Box } from '@chakra-ui/react';
import { useDrag } from '@use-gesture/react';
import { useRef, useState } from 'react';
import { type InputAddress, inputAddress, type MicrophoneId } from '../../../core/ids';
import type { InputDevice } from '../../../core/patch';
import { sayPatch } from '../../../words/patch.page.en';
import { stringColour } from '../../drawing/MicrophoneGlyph';
import { NEEDS, type Row } from './rows';

interface Props {
  readonly microphones: readonly Row[];
  readonly devices: readonly InputDevice[];
  /** Phantom switches that are on, "device/bank". */
  readonly lit: ReadonlySet<string>;
  readonly patch: Readonly<Record<string, string>>;
  readonly chosen: string | null;
  readonly onChoose: (id: string) => void;
  readonly onConnect: (microphoneId: MicrophoneId, address: InputAddress) => void;
}

const CELL = 48;

interface Bank {
  readonly key: string;
  readonly title: string;
  readonly span: number;
  readonly lit: boolean;
}

function banksOf(device: InputDevice, lit: ReadonlySet<string>): Bank[] {
  const banks: Bank[] = [];
  for (const input of device.inputs) {
    const key = `${device.id}/${input.phantomBank ?? `none-${input.group}`}`;
    const last = banks[banks.length - 1];
    if (last?.key === key) banks[banks.length - 1] = { ...last, span: last.span + 1 };
    else
      banks.push({
        key,
        title: input.phantomBank ? sayPatch('48-v', { phantomBank: input.phantomBank }) : sayPatch('no-power'),
        span: 1,
        lit: lit.has(key),
      });
  }
  return banks;
}

/** Microphones down the side, inputs across the top by device and phantom bank; a knot where they cross. */
export function Crosspoints({ microphones, devices, lit, patch, chosen, onChoose, onConnect }: Props) {
  return (
    <Box overflowX="auto" pb="2">
      <table style={{ borderCollapse: 'collapse' }} aria-label={sayPatch('microphones-and-inputs')}>
        <thead>
          <tr>
            <th scope="col" style={{ minWidth: 190, textAlign: 'left', fontWeight: 400, color: 'var(--chakra-colors-quiet)', fontSize: 13 }}>
              {sayPatch('in-walking-order')}
            </th>
            {devices.map((device) => (
              <th key={device.id} scope="colgroup" colSpan={device.inputs.length} style={{ textAlign: 'left', padding: '4px 8px', fontSize: 13 }}>
                {device.name}
              </th>
            ))}
          </tr>
          <tr>
            <td />
            {devices.flatMap((device) =>
              banksOf(device, lit).map((bank) => (
                <td key={bank.key} colSpan={bank.span} style={{ padding: '2px 6px 6px' }}>
                  <div
                    className="measure"
                    style={{
                      fontSize: 11,
                      borderTop: `4px solid var(--chakra-colors-${bank.lit ? 'tape-fill' : 'line'})`,
                      color: `var(--chakra-colors-${bank.lit ? 'ink' : 'quiet'})`,
                      paddingTop: 2,
                    }}
                  >
                    {bank.title} {bank.lit ? sayPatch('on') : bank.title === 'no power' ? '' : sayPatch('off')}
                  </div>
                </td>
              )),
            )}
          </tr>
          <tr>
            <td />
            {devices.flatMap((device) =>
              device.inputs.map((input) => (
                <th
                  key={inputAddress({ deviceId: device.id, id: input.id })}
                  scope="col"
                  className="measure"
                  aria-label={sayPatch('input-devices-of', { input: input.name, devices: devices.length > 1 ? 'yes' : 'no', device: device.name })}
                  style={{ width: CELL, fontSize: 15 }}
                >
                  {input.name}
                </th>
              )),
            )}
          </tr>
        </thead>
        <tbody>
          {microphones.map((microphone) => (
            <tr key={microphone.id} style={{ background: microphone.id === chosen ? 'var(--chakra-colors-panel)' : undefined }}>
              <th
                scope="row"
                style={{ textAlign: 'left', padding: 0, maxWidth: 230, overflowWrap: 'anywhere', fontWeight: microphone.id === chosen ? 700 : 400 }}
              >
                <button
                  type="button"
                  onClick={() => onChoose(microphone.id)}
                  style={{ minHeight: CELL, width: '100%', textAlign: 'left', padding: '0 8px', cursor: 'pointer' }}
                  aria-pressed={microphone.id === chosen}
                >
                  <span
                    style={{ color: stringColour(microphone.colour), fontWeight: 700, display: 'inline-block', minWidth: 30 }}
                    className="measure"
                  >
                    {microphone.label}
                  </span>
                  {microphone.name}
                  {NEEDS[microphone.phantom] && (
                    <span
                      className="measure"
                      style={{ color: `var(--chakra-colors-${microphone.phantom === 'never' ? 'fix' : 'quiet'})`, fontSize: 12, marginLeft: 8 }}
                    >
                      {NEEDS[microphone.phantom]}
                    </span>
                  )}
                  {microphone.through && (
                    <span style={{ display: 'block', fontSize: 12, color: 'var(--chakra-colors-tape)' }}>
                      {sayPatch('through', { through: microphone.through })}
                    </span>
                  )}
                </button>
              </th>
              {devices.flatMap((device) =>
                device.inputs.map((input) => {
                  const address = inputAddress({ deviceId: device.id, id: input.id });
                  const on = patch[microphone.id] === address;
                  const second = microphone.secondInput === address;
                  return (
                    <td
                      key={address}
                      style={{ padding: 0, borderBottom: '1px solid var(--chakra-colors-line)', borderLeft: '1px solid var(--chakra-colors-line)' }}
                    >
                      <Knot
                        label={sayPatch('into-input-devices-of-second-its', {
                          microphone: microphone.name,
                          input: input.name,
                          devices: devices.length > 1 ? 'yes' : 'no',
                          device: device.name,
                          second: second ? 'yes' : 'no',
                        })}
                        isSecond={second}
                        colour={stringColour(microphone.colour)}
                        address={address}
                        on={on}
                        onPress={() => {
                          onChoose(microphone.id);
                          if (!on) onConnect(microphone.id, address);
                        }}
                        onDrop={(target) => {
                          onChoose(microphone.id);
                          if (target !== address) onConnect(microphone.id, target);
                        }}
                      />
                    </td>
                  );
                }),
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </Box>
  );
}

interface KnotProps {
  readonly label: string;
  readonly colour: string;
  readonly address: InputAddress;
  readonly on: boolean;
  /** The second way of a splitter ends here. */
  readonly isSecond: boolean;
  readonly onPress: () => void;
  /** Dragged onto another input, whatever the row it was let go in. */
  readonly onDrop: (address: InputAddress) => void;
}

/** Where a microphone and an input cross: pressed it plugs, and a plugged one can be dragged along to another input. */
function Knot({ label, colour, address, on, isSecond, onPress, onDrop }: KnotProps) {
  const [byX, setByX] = useState(0);
  const dragged = useRef(false);
  const bind = useDrag(
    ({ movement: [x], xy, last, tap, canceled }) => {
      dragged.current = !tap;
      setByX(last ? 0 : x);
      if (!last || tap || canceled) return;
      const cell = document.elementsFromPoint(...xy).find((element) => element instanceof HTMLElement && element.dataset.address);
      if (cell instanceof HTMLElement && cell.dataset.address) onDrop(cell.dataset.address);
    },
    { filterTaps: true, enabled: on, threshold: 6 },
  );
  return (
    <button
      type="button"
      data-address={address}
      aria-label={label}
      aria-pressed={on}
      {...(on ? bind() : {})}
      onClick={() => {
        // What ends a drag is no press.
        if (!dragged.current) onPress();
        dragged.current = false;
      }}
      style={{
        width: CELL,
        height: CELL,
        cursor: on ? 'grab' : 'pointer',
        display: 'grid',
        placeItems: 'center',
        touchAction: on ? 'none' : undefined,
      }}
    >
      <svg
        width="26"
        height="26"
        viewBox="0 0 26 26"
        aria-hidden="true"
        style={{ transform: `translateX(${byX}px)`, overflow: 'visible', pointerEvents: 'none' }}
      >
        {on ? (
          <g fill="none" stroke={colour} strokeWidth="3">
            <path d="M0 13H26M13 0V13" />
            <circle cx="13" cy="13" r="6" fill={colour} />
          </g>
        ) : isSecond ? (
          <g fill="none" stroke={colour} strokeWidth="3">
            <path d="M0 13H26" strokeDasharray="5 4" />
            <circle cx="13" cy="13" r="6" fill="var(--chakra-colors-surface, var(--chakra-colors-bg))" />
          </g>
        ) : (
          <circle cx="13" cy="13" r="1.5" fill="var(--chakra-colors-edge)" />
        )}
      </svg>
    </button>
  );
}
