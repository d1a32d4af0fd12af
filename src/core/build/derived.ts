import type { Job } from '../job/schema/job';
import { shapePoints, type BreathingPoint } from '../engine/breathing';
import { cardEffect, movedByCard, type Card } from '../engine/cam';
import { compressionFromVolumes } from '../engine/geometry';

type Engine = Job['engine'];

/** The compression ratio that counts: as stated, or from the volumes where those are used. */
export function compressionRatioOf({ volumes, bore, stroke, compressionRatio }: Engine): number {
  if (!volumes.used) return compressionRatio.value;
  return compressionFromVolumes.fn({
    bore: bore.value,
    stroke: stroke.value,
    chamber: volumes.chamber.value,
    crown: volumes.crown.value,
    gasketBore: volumes.gasketBore.value,
    gasketThickness: volumes.gasketThickness.value,
    deck: volumes.deck.value,
  });
}

/** The cam card as plain figures. Rad and m. */
export const cardOf = ({ cam }: { cam: Record<keyof Card, { value: number }> }): Card => ({
  intake: cam.intake.value,
  exhaust: cam.exhaust.value,
  intakeLift: cam.intakeLift.value,
  exhaustLift: cam.exhaustLift.value,
  separation: cam.separation.value,
  intakeCentre: cam.intakeCentre.value,
});

/** Points of the breathing curve as typed or chosen, the shape moved by the cam card where it may. */
export function statedBreathing(engine: Engine): BreathingPoint[] {
  const { source, shape, table } = engine.breathing;
  if (source === 'table') return table.rows;
  const points = shapePoints(shape.id, shape.peak.value, shape.peakRpm.value);
  const { known, movesShape, shapeDuration } = engine.cam;
  if (!known || !movesShape) return points;
  return movedByCard(points, shape.peakRpm.value, cardEffect(cardOf(engine), shapeDuration.value));
}
