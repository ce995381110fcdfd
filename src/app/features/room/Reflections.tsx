import { Box } from '@chakra-ui/react';
import { speedOfSound } from '../../../core/acoustics';
import type { Session } from '../../../core/document';
import type { MicrophoneId } from '../../../core/ids';
import { meanAbsorptionAt, PART_MODELS, partAt } from '../../../core/room';
import { formatLength, formatNumber } from '../../../core/units';
import { midway } from '../../../words/midway';
import { sayRoom } from '../../../words/room.page.en';
import { Choice } from '../../components/Choice';
import { directOf, type Ray, SOUND_M, wayOf } from './rays';

/** Delay and first dip of each surface's reflection at one microphone. */
export function Reflections({
  session,
  rays,
  microphoneId,
  onMicrophone,
  from,
}: {
  session: Session;
  rays: readonly Ray[];
  microphoneId: MicrophoneId | null;
  onMicrophone: (id: string) => void;
  from: { readonly x: number; readonly y: number } | null;
}) {
  if (!from || !microphoneId || rays.length === 0) return <Box color="quiet">{sayRoom('with-an-instrument-and-a-microphone')}</Box>;
  const direct = rays[0] ? directOf(rays[0]) : 0;
  const speed = speedOfSound(session.room.temperatureC);
  const lines = rays
    .map((ray) => {
      const [, hit] = ray.points;
      const part = partAt(session.room, ray.surface, hit);
      const kept = 1 - meanAbsorptionAt(session.room, ray.surface, hit);
      return {
        surface: ray.surface,
        off: part ? `${ray.surface}, ${midway(PART_MODELS[part.kind].name)}` : ray.surface,
        extraM: wayOf(ray) - direct,
        softerDb: 20 * Math.log10(wayOf(ray) / Math.max(0.05, direct)) - 10 * Math.log10(Math.max(1e-3, kept)),
      };
    })
    .sort((a, b) => a.extraM - b.extraM);
  return (
    <Box>
      <Choice
        label={sayRoom('microphone')}
        value={microphoneId}
        options={session.microphones.map(({ id, name }) => ({ value: id, text: name }))}
        onChange={onMicrophone}
      />
      <Box as="table" w="100%" mt="2" fontSize="sm" aria-label={sayRoom('first-reflections')}>
        <thead>
          <tr>
            <Box as="th" textAlign="left" fontWeight="400" color="quiet">
              {sayRoom('off-the')}
            </Box>
            <Box as="th" textAlign="right" fontWeight="400" color="quiet">
              {sayRoom('later-by')}
            </Box>
            <Box as="th" textAlign="right" fontWeight="400" color="quiet">
              {sayRoom('softer-by')}
            </Box>
            <Box as="th" textAlign="right" fontWeight="400" color="quiet">
              {sayRoom('first-dip')}
            </Box>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ surface, off, extraM, softerDb }) => (
            <tr key={surface}>
              <td>{off}</td>
              <Box as="td" className="measure" textAlign="right">
                {formatNumber((1000 * extraM) / speed, 1)} ms
              </Box>
              <Box as="td" className="measure" textAlign="right">
                {formatNumber(softerDb, 0)} dB
              </Box>
              <Box as="td" className="measure" textAlign="right">
                {formatNumber(speed / (2 * Math.max(0.01, extraM)), 0)} Hz
              </Box>
            </tr>
          ))}
        </tbody>
      </Box>
      <Box fontSize="sm" color="quiet" mt="2">
        {sayRoom('from-the-middle-of-the-instrument', { sound: formatLength(SOUND_M, session.units) })}
      </Box>
    </Box>
  );
}
