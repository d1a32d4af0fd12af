import { standardPressure } from '../air/standard-atmosphere';
import { reason, type Reason } from '../working/range';
import type { Job } from './schema/job';

/** A drivetrain's loss outside this range is asked about (common practice, no source). */
export const USUAL_LOSS = { least: 0.08, most: 0.25 };
/** A station's reading further than this from the standard of its altitude is asked about, Pa. */
const WEATHER = 3_000;

/** What is possible and yet looks like a slip: asked at its field, it stops nothing. */
export function questionsOf({ brief }: Pick<Job, 'brief'>): { path: string; reason: Reason }[] {
  const asked: { path: string; reason: Reason }[] = [];
  const { barometer, altitude } = brief.venue;
  if (barometer.kind === 'station') {
    const reading = barometer.pressure.value;
    const standard = standardPressure(altitude.value);
    const figures: Parameters<typeof reason>[1] = {
      reading: [reading, 'airPressure'],
      standard: [standard, 'airPressure'],
      altitude: [altitude.value, 'altitude'],
    };
    if (Math.abs(reading - standard) > WEATHER)
      asked.push({
        path: 'brief.venue.barometer.pressure',
        // At altitude, what lies about a sea-level pressure has been reduced to sea level.
        reason: reason(
          Math.abs(reading - standardPressure(0)) < WEATHER ? 'barometer-looks-reduced' : 'barometer-far-off',
          figures,
        ),
      });
  }
  const loss = brief.drivetrain.lossShare.value;
  if (brief.drivetrain.school === 'share' && (loss < USUAL_LOSS.least || loss > USUAL_LOSS.most))
    asked.push({
      path: 'brief.drivetrain.lossShare',
      reason: reason('loss-unusual', {
        loss: [loss, 'share'],
        least: [USUAL_LOSS.least, 'share'],
        most: [USUAL_LOSS.most, 'share'],
      }),
    });
  return asked;
}
