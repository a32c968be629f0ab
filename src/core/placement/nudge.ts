import { isLead, nudged, type AreaPlacement, type Face, type Layer } from './form';

/** How a placement is moved a little: enlarged by a factor, downwards and to the right in mm. */
export interface Nudge {
  scale?: number;
  downMm?: number;
  rightMm?: number;
}
/** What `scale` of a seat may be, as the form says. */
const [LEAST, MOST] = [0.05, 20] as const;

function moved(layer: Layer, { scale = 1, downMm = 0, rightMm = 0 }: Nudge): Layer {
  if (!isLead(layer)) return layer;
  const next = Math.round(Math.min(MOST, Math.max(LEAST, (layer.scale ?? 1) * scale)) * 1e4) / 1e4;
  const { scale: _, ...rest } = nudged(layer, rightMm, downMm);
  return next === 1 ? rest : { ...rest, scale: next };
}
const faceMoved = <F extends Face>(face: F, by: Nudge): F => ({ ...face, layers: face.layers.map((l) => moved(l, by)) });

/** A placement with the proof's artwork moved a little, on every size; what else lies on the area stays. */
export const placementMoved = (placement: AreaPlacement, by: Nudge): AreaPlacement => ({
  ...faceMoved(placement, by),
  ...(placement.bySize && {
    bySize: Object.fromEntries(Object.entries(placement.bySize).map(([size, face]) => [size, faceMoved(face, by)])),
  }),
});
