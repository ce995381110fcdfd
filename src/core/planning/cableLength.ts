import type { PlanMicrophone } from '../arrivals';
import type { DESKS, Session } from '../document';
import type { DeviceId } from '../ids';

/** Along the boom and the stand's foot, and some to lie flat, so that nobody trips: metres over the way along the walls. */
const SLACK_M = 1;

/** Where a device stands: by the wall, half a metre from its corner. */
export const deskOf = ({ brief }: Session, deviceId: DeviceId): (typeof DESKS)[number] => brief.desks?.[deviceId] ?? brief.desk ?? 'front left';

/** Where that is in the room, metres. */
export const deskPlaceM = ({ room }: Session, desk: (typeof DESKS)[number]): { readonly x: number; readonly y: number } => ({
  x: desk.endsWith('left') ? 0.5 : room.widthM - 0.5,
  y: desk.startsWith('front') ? room.depthM - 0.5 : 0.5,
});

/** From a stand's foot to a device, square to the walls, up the stand, with a metre to spare. */
export function cableLengthM(session: Session, microphone: PlanMicrophone, deviceId: DeviceId): number {
  const place = deskPlaceM(session, deskOf(session, deviceId));
  const foot = microphone.stand?.baseM ?? microphone.positionM;
  return Math.abs(foot.x - place.x) + Math.abs(foot.y - place.y) + microphone.positionM.z + SLACK_M;
}

/** From a splitter, which stands by the first device, on to the second, along the walls, with a metre to spare. */
export function onwardM(session: Session, firstId: DeviceId, secondId: DeviceId): number {
  const [from, to] = [firstId, secondId].map((id) => deskPlaceM(session, deskOf(session, id)));
  return Math.abs((from?.x ?? 0) - (to?.x ?? 0)) + Math.abs((from?.y ?? 0) - (to?.y ?? 0)) + SLACK_M;
}
