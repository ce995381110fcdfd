import { render } from '@testing-library/react';
import fc from 'fast-check';
import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import type { Session } from '../../core/document';
import { familyOf, INSTRUMENT_KINDS, placedGeometry } from '../../core/instruments';
import { vec3 } from '../../core/math';
import { angleOnPaper } from './glyphAngle';
import { convexHull, type Point2 } from './hull';
import { InstrumentThumb } from './InstrumentThumb';
import { type Face, focusOn, paperFor, projectionOf } from './projection';
import { RoomFrame } from './RoomFrame';
import { StaticFace } from './StaticFace';

const ROOM = { widthM: 5, depthM: 4, heightM: 2.4, temperatureC: 20, absorption: 0.2, glass: [] };
const FACES: Face[] = ['plan', 'side', 'front'];
const point = fc.record({
  x: fc.double({ min: 0, max: 5, noNaN: true }),
  y: fc.double({ min: 0, max: 4, noNaN: true }),
  z: fc.double({ min: 0, max: 2.4, noNaN: true }),
});

describe('projections', () => {
  test.each(FACES)('%s: moving on paper and projecting agree (seeded)', (face) => {
    const projection = projectionOf(face, ROOM);
    fc.assert(
      fc.property(point, fc.double({ min: -1, max: 1, noNaN: true }), fc.double({ min: -1, max: 1, noNaN: true }), (p, du, dv) => {
        const moved = projection.moved(p, du, dv);
        return Math.abs(projection.u(moved) - projection.u(p) - du) < 1e-9 && Math.abs(projection.v(moved) - projection.v(p) - dv) < 1e-9;
      }),
      { seed: 1 },
    );
  });
  test.each(FACES)('%s: a pixel is the same length both ways: to scale', (face) => {
    const paper = paperFor(projectionOf(face, ROOM), 430, 520);
    const [a, b] = [vec3(1, 1, 1), projectionOf(face, ROOM).moved(vec3(1, 1, 1), 1, 1)];
    expect(paper.x(b) - paper.x(a)).toBeCloseTo(paper.pixelsPerM, 9);
    expect(paper.y(a) - paper.y(b)).toBeCloseTo(paper.pixelsPerM, 9);
  });
  test('the front is seen as a listener sees it: the players’ left on the right', () => {
    const paper = paperFor(projectionOf('front', ROOM), 430, 300);
    expect(paper.x(vec3(1, 2, 1))).toBeGreaterThan(paper.x(vec3(4, 2, 1)));
    expect(projectionOf('front', ROOM).rulerU(1)).toBe(4);
  });
  test('what is in focus lies on the paper, whatever is asked for (seeded)', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 1, maxLength: 12 }), fc.constantFrom(...FACES), (points, face) => {
        const projection = projectionOf(face, ROOM);
        const paper = paperFor(projection, 400, 300, 30, focusOn(projection, points));
        return points.every((p) => paper.x(p) > -1 && paper.x(p) < 401 && paper.y(p) > -1 && paper.y(p) < 301);
      }),
      { seed: 2 },
    );
  });
  test('an axis that looks down is flat in plan and full in elevation', () => {
    const [plan, side] = [paperFor(projectionOf('plan', ROOM), 400, 300), paperFor(projectionOf('side', ROOM), 400, 300)];
    const at = vec3(2, 2, 1.5);
    expect(angleOnPaper(plan, at, vec3(0, 0, -1)).inPaper).toBeCloseTo(0, 9);
    expect(angleOnPaper(side, at, vec3(0, 0, -1))).toEqual({ degrees: 90, inPaper: 1 });
  });
});

describe('the hull', () => {
  const spot = fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 })) as fc.Arbitrary<Point2>;
  const turn = (o: Point2, a: Point2, b: Point2): number => (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0]);
  test('holds every point and turns one way (seeded)', () => {
    fc.assert(
      fc.property(fc.array(spot, { minLength: 3, maxLength: 40 }), (points) => {
        const hull = convexHull(points);
        if (hull.length < 3) return true;
        return hull.every((a, i) => points.every((p) => turn(a, hull[(i + 1) % hull.length] as Point2, p) >= 0));
      }),
      { seed: 3 },
    );
  });
  test('a square’s hull is its corners', () => {
    expect(
      convexHull([
        [0, 0],
        [2, 0],
        [2, 2],
        [0, 2],
        [1, 1],
        [1, 0],
      ]),
    ).toHaveLength(4);
  });
});

describe('pictures', () => {
  test.each(boathouseSessions().map((session) => [session.name, session] as const))(
    '%s: every microphone with its label, on each face',
    (_, session: Session) => {
      for (const face of FACES) {
        const { container, unmount } = render(<StaticFace session={session} face={face} width={370} height={310} />);
        const labels = [...container.querySelectorAll('text.mic-label')].map((text) => text.textContent);
        expect(labels.sort()).toEqual(session.microphones.map((microphone) => microphone.label).sort());
        expect(container.innerHTML).not.toMatch(/NaN|undefined|Infinity/);
        unmount();
      }
    },
  );
  test.each(INSTRUMENT_KINDS)('%s: every variant has a thumbnail with lines in it', (kind) => {
    for (const variant of Object.keys(familyOf(kind).variants)) {
      const { container, unmount } = render(<InstrumentThumb kind={kind} variant={variant} size={58} />);
      expect(container.querySelectorAll('path').length).toBeGreaterThanOrEqual(2);
      expect(container.innerHTML).not.toMatch(/NaN|undefined/);
      unmount();
    }
  });
  test('a slab is drawn as its face when looked at and as its edge when edge on: a guitar from the front has a waist', () => {
    const geometry = placedGeometry({
      id: 'g',
      kind: 'guitar',
      variant: 'dreadnought',
      name: 'g',
      positionM: { x: 2.5, y: 2 },
      rotationDeg: 0,
      mirrored: false,
    });
    const body = geometry.shapes.find((shape) => shape.form === 'slab');
    const face = body?.points.slice(0, (body.points.length ?? 0) / 2) ?? [];
    const widths = face.map((p) => p.z);
    expect(Math.max(...widths) - Math.min(...widths)).toBeGreaterThan(0.35);
    expect(face.length).toBeGreaterThan(30);
  });
  test('rulers are in the units of the session: half metres, or two feet', () => {
    const paper = paperFor(projectionOf('plan', ROOM), 430, 400);
    const said = (units: 'metric' | 'imperial'): string => {
      const { container, unmount } = render(
        <svg>
          <title>r</title>
          <RoomFrame paper={paper} units={units} title="Plan" />
        </svg>,
      );
      const text = [...container.querySelectorAll('text')].map((t) => t.textContent).join(' ');
      unmount();
      return text;
    };
    expect(said('metric')).toContain('50 cm');
    expect(said('imperial')).toContain('2′');
  });
  test('the kit’s plan is drawn the same twice: no randomness, no clock', () => {
    const [a, b] = [1, 2].map(() => {
      const { container, unmount } = render(<StaticFace session={boathouseKit()} face="plan" width={300} height={200} />);
      const html = container.innerHTML;
      unmount();
      return html;
    });
    expect(a).toBe(b);
  });
});
