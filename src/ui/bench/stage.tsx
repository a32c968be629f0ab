'use client';
import type Konva from 'konva';
import { useEffect, useRef, useState } from 'react';
import { Group, Label, Layer as Canvas, Line, Rect, Stage, Tag, Text, Transformer } from 'react-konva';
import type { Box, Point } from '@/core/placement/affine';
import { hexToRgb, luminance } from '@/core/colour/colour';
import type { Face, Layer } from '@/core/placement/form';
import { lay } from '@/core/placement/lay';
import { motifBoxes, posed, poseOf, slid, type Pose } from '@/core/placement/seat';
import { guidesOf, snapped, type Guide } from '@/core/placement/snap';
import type { AreaWhole } from '@/core/stock/blank';
import type { Gesture } from './gesture';
import { useInks } from './inks';
import { laidOn, type Look } from './looks';
import { AreaShape, clipTo, Guides, Printed, Rulers } from './sheet';
import { useImages } from './images';

/** Room around the area for rulers and marks, px. */
const ROOM = { left: 92, top: 62, right: 40, bottom: 46 };
/** What comes so near to a line lies on it, px. */
const REACH_PX = 7;
/** The frame on a dark ground. */
const ON_DARK = '#8fd6cf';
/** Arrow keys move by so much, mm; with Shift by ten times, with Alt by a tenth. */
const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/**
 * A print area drawn to scale with what is printed on it: the layer in hand is moved, made larger and turned by dragging, and moved
 * by the arrow keys. What hangs over the edge is seen pale. It comes to lie on guides that are near, unless Alt is held.
 */
export default function BenchStage({
  area,
  face,
  ground,
  look,
  at,
  choose,
  change,
  gesture,
}: {
  area: AreaWhole;
  face: Face;
  /** The product, or ink all over it, `#rrggbb`. */
  ground: string;
  look: (layer: Layer) => Look | null;
  /** Which layer is in hand. */
  at: number;
  choose: (at: number) => void;
  change: (layer: Layer) => void;
  /** Is told when a hand takes hold and lets go. */
  gesture: Gesture;
}) {
  const inks = useInks();
  const box = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState<{ width: number; height: number } | null>(null);
  useEffect(() => {
    const seen = new ResizeObserver(([e]) => setRoom({ width: e!.contentRect.width, height: e!.contentRect.height }));
    seen.observe(box.current!);
    return () => seen.disconnect();
  }, []);
  const laid = laidOn(face, area, look);
  const images = useImages(laid.map((l) => l.look.src));
  const hand = laid.find((l) => l.layer === face.layers[at]);
  const bleed = area.bleedMm ?? 0;
  const [w, h] = [area.widthMm + 2 * bleed, area.heightMm + 2 * bleed];
  const k = room
    ? Math.max(0.05, Math.min((room.width - ROOM.left - ROOM.right) / w, (room.height - ROOM.top - ROOM.bottom) / h))
    : 1;
  const origin = room
    ? {
        x: ROOM.left + (room.width - ROOM.left - ROOM.right - w * k) / 2 + bleed * k,
        y: ROOM.top + (room.height - ROOM.top - ROOM.bottom - h * k) / 2 + bleed * k,
      }
    : { x: 0, y: 0 };
  const others = laid.filter((l) => l !== hand).flatMap((l) => (l.laid.repeat ? [] : motifBoxes(l.laid, l.picture)));
  return (
    <div
      ref={box}
      role="group"
      tabIndex={0}
      aria-label={`${area.name}: drag what is printed, or move it with the arrow keys, by 1 mm, with Shift by 10, with Alt by a tenth`}
      className="relative min-h-0 min-w-0 overflow-hidden bg-ground outline-offset-[-3px]"
      onKeyDown={(e) => {
        const way = ARROWS[e.key];
        if (!way || !hand) return;
        e.preventDefault();
        gesture.begin('key');
        const by = e.shiftKey ? 10 : e.altKey ? 0.1 : 1;
        change(slid(hand.layer, hand.picture, area, way[0] * by, way[1] * by));
      }}
      onKeyUp={(e) => ARROWS[e.key] && gesture.end('key')}
      // a key that is let go elsewhere is let go all the same
      onBlur={() => gesture.end('key')}
    >
      {room && (
        <Stage width={room.width} height={room.height} className="absolute inset-0">
          <Canvas>
            <Rulers area={area} k={k} at={origin} inks={inks} />
            <Group {...origin} scaleX={k} scaleY={k}>
              <AreaShape area={area} by={bleed} fill={ground} />
              {laid.map((l, i) => {
                const image = images.get(l.look.src);
                return image && !l.laid.repeat ? (
                  <Group key={i} opacity={0.22}>
                    <Printed laid={l.laid} image={image} area={area} />
                  </Group>
                ) : null;
              })}
              <Group clipFunc={clipTo(area, bleed)}>
                <AreaShape area={area} by={bleed} fill={ground} />
                {laid.map((l, i) => {
                  const image = images.get(l.look.src);
                  return image ? <Printed key={i} laid={l.laid} image={image} area={area} /> : null;
                })}
              </Group>
              <Guides area={area} inks={inks} mm={1 / k} />
              {laid.map((l, i) =>
                l === hand ? null : (
                  <Rect
                    key={i}
                    {...motifBoxes(l.laid, l.picture)[0]!}
                    onMouseDown={() => choose(face.layers.indexOf(l.layer))}
                    onTouchStart={() => choose(face.layers.indexOf(l.layer))}
                  />
                ),
              )}
            </Group>
          </Canvas>
          <Canvas>
            {hand && (
              <Hand
                key={at}
                layer={hand.layer}
                picture={hand.picture}
                area={area}
                k={k}
                origin={origin}
                others={others}
                colours={{
                  line: luminance(hexToRgb(ground)) < 0.2 ? ON_DARK : inks.teal,
                  paper: '#ffffff',
                  guide: inks.spot,
                  font: inks['font-archivo'],
                }}
                change={change}
                gesture={gesture}
              />
            )}
          </Canvas>
        </Stage>
      )}
    </div>
  );
}

/** The frame of the layer in hand. */
function Hand({
  layer,
  picture,
  area,
  k,
  origin,
  others,
  colours,
  change,
  gesture,
}: {
  layer: Layer;
  picture: Look | Parameters<typeof lay>[0];
  area: AreaWhole;
  k: number;
  origin: Point;
  others: readonly Box[];
  colours: { line: string; paper: string; guide: string; font: string };
  change: (layer: Layer) => void;
  gesture: Gesture;
}) {
  const frame = useRef<Konva.Rect>(null);
  const handles = useRef<Konva.Transformer>(null);
  const [on, setOn] = useState<Guide[]>([]);
  const pose = poseOf(layer, picture, area);
  const { heightMm, box, ppi } = lay(picture, area, layer);
  useEffect(() => {
    handles.current!.nodes([frame.current!]);
  }, []);
  // the frame follows what the placement can be, not the pointer
  useEffect(() => {
    frame.current!.setAttrs({ ...frameOf(pose, heightMm), scaleX: 1, scaleY: 1 });
    handles.current!.forceUpdate();
  });
  const guides = guidesOf(area, others);
  const drag = (e: Konva.KonvaEventObject<DragEvent>) => {
    const node = e.target;
    let next = posed(layer, picture, area, { ...pose, centre: { x: node.x(), y: node.y() } });
    const free = e.evt.altKey || layer.size.rule === 'cover';
    const snap = free ? null : snapped(lay(picture, area, next).box, guides, REACH_PX / k);
    if (snap?.on.length) {
      const { centre } = poseOf(next, picture, area);
      next = posed(layer, picture, area, { ...pose, centre: { x: centre.x + snap.by.x, y: centre.y + snap.by.y } });
    }
    setOn(snap?.on ?? []);
    node.position(poseOf(next, picture, area).centre);
    change(next);
  };
  const transform = (e: Konva.KonvaEventObject<Event>) => {
    const node = e.target;
    const widthMm = Math.max(1, node.width() * Math.abs(node.scaleX()));
    change(posed(layer, picture, area, { widthMm, centre: { x: node.x(), y: node.y() }, turn: near(node.rotation()) }));
  };
  return (
    <>
      <Group {...origin} scaleX={k} scaleY={k}>
        {on.map((g, i) => (
          <Line
            key={i}
            points={
              g.way === 'upright' ? [g.at, -10 / k, g.at, area.heightMm + 10 / k] : [-10 / k, g.at, area.widthMm + 10 / k, g.at]
            }
            stroke={colours.guide}
            strokeWidth={1}
            strokeScaleEnabled={false}
            listening={false}
          />
        ))}
        <Rect
          ref={frame}
          name="frame"
          {...frameOf(pose, heightMm)}
          draggable
          onDragStart={() => gesture.begin('drag')}
          onDragMove={drag}
          onDragEnd={() => {
            setOn([]);
            gesture.end('drag');
          }}
          onTransformStart={() => gesture.begin('drag')}
          onTransform={transform}
          onTransformEnd={() => gesture.end('drag')}
          onMouseEnter={(e) => cursor(e, 'move')}
          onMouseLeave={(e) => cursor(e, '')}
        />
      </Group>
      <Measure
        box={box}
        ppi={layer.kind === 'artwork' ? ppi : null}
        k={k}
        origin={origin}
        colour={colours.line}
        font={colours.font}
      />
      <Transformer
        ref={handles}
        enabledAnchors={['top-left', 'top-right', 'bottom-left', 'bottom-right']}
        keepRatio
        flipEnabled={false}
        ignoreStroke
        rotationSnaps={[-180, -135, -90, -45, 0, 45, 90, 135, 180]}
        rotationSnapTolerance={3}
        anchorSize={9}
        anchorFill={colours.paper}
        anchorStroke={colours.line}
        borderStroke={colours.line}
        borderStrokeWidth={1.5}
        rotateAnchorOffset={26}
      />
    </>
  );
}

/** How wide the motif prints, below it, and how fine. */
function Measure({
  box,
  ppi,
  k,
  origin,
  colour,
  font,
}: {
  box: Box;
  ppi: number | null;
  k: number;
  origin: Point;
  colour: string;
  font: string;
}) {
  const [x, y] = [origin.x + box.x * k, origin.y + (box.y + box.height) * k + 12];
  const width = box.width * k;
  const says = `${box.width.toFixed(box.width < 100 ? 1 : 0)} mm${ppi === null ? '' : ` · ${Math.floor(ppi)} px/in`}`;
  const line = { stroke: colour, strokeWidth: 1.25, listening: false } as const;
  return (
    <>
      <Line points={[x, y, x + width, y]} {...line} />
      <Line points={[x, y - 4, x, y + 4]} {...line} />
      <Line points={[x + width, y - 4, x + width, y + 4]} {...line} />
      <Label x={x + width / 2} y={y + 3} listening={false}>
        <Tag fill="#1e1a16" pointerDirection="up" pointerWidth={8} pointerHeight={4} />
        <Text text={says} padding={4} fontSize={11} fontStyle="600" fontFamily={`${font}, sans-serif`} fill="#faf6ec" />
      </Label>
    </>
  );
}

const frameOf = ({ centre, widthMm, turn }: Pose, heightMm: number) => ({
  ...centre,
  width: widthMm,
  height: heightMm,
  offsetX: widthMm / 2,
  offsetY: heightMm / 2,
  rotation: turn,
});
/** Degrees as they are kept: half a turn at most either way. */
const near = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180;
const cursor = (e: Konva.KonvaEventObject<MouseEvent>, look: string) => {
  e.target.getStage()!.container().style.cursor = look;
};
