import type { Term } from './glossary-term';

/** The job, the day’s air and the engine. */
export const engineTerms: readonly Term[] = [
  {
    term: 'Confidence',
    text: 'How an input was come by: measured, manufacturer, reported or estimate. It sets how far off the value may be when sensitivity is worked out.',
    follows: 'our own judgement, no standard',
  },
  {
    term: 'Station pressure',
    text: 'Barometric pressure as a gauge shows it at the venue. It falls by about 1.2 kPa per 100 m near sea level.',
    follows: 'ISO 2533, ICAO Doc 7488',
    in: /barometric pressure/i,
  },
  {
    term: 'Sea-level pressure (QNH)',
    text: 'Station pressure reduced to sea level by the standard atmosphere, as weather services give it. At altitude it is not the pressure the engine breathes.',
    follows: 'ISO 2533',
    in: /^barometer$/i,
  },
  {
    term: 'Altitude',
    text: 'Height of the venue above mean sea level. Without a barometer reading it sets the ambient pressure.',
    follows: 'ISO 2533',
  },
  {
    term: 'Humidity ratio',
    text: 'Mass of water vapour per mass of dry air. Vapour displaces oxygen: 10 g/kg costs about 1.6 % of it.',
    follows: 'psychrometry (ASHRAE Fundamentals)',
    in: /humidity|dew point/i,
  },
  {
    term: 'Power basis',
    text: 'Where power is stated: at the flywheel, at the hubs or at the wheels. Drivetrain and tyre losses lie between them.',
    follows: 'SAE J1349 for the flywheel',
    in: /power (goal|basis)/i,
  },
  {
    term: 'Drivetrain loss',
    text: 'Power lost between flywheel and wheels. Two schools: a percentage of the power, or a fixed loss and a smaller percentage; the second keeps the loss at part load from vanishing.',
    follows: 'common practice, both schools',
    in: /drivetrain loss/i,
  },
  {
    term: 'BSFC',
    text: 'Brake specific fuel consumption: fuel mass per unit of flywheel work. With λ it turns airflow into power.',
    follows: 'Heywood, ch. 2',
    in: /BSFC/,
  },
  {
    term: 'λ (lambda)',
    text: 'Air-fuel ratio over the stoichiometric one. Below 1 is rich: petrol makes its best power near 0.88.',
    follows: 'Heywood, ch. 3',
    in: /^(test |VE reference |reference )?λ|λ$/i,
  },
  {
    term: 'Volumetric efficiency (VE)',
    text: 'Air mass drawn in per cycle over the mass that fills the displacement at manifold density. Boost raises the density; VE says how well the ports, cam and runners fill the cylinder from it.',
    follows: 'Heywood, ch. 2 and 6, at manifold conditions',
    in: /\bVE\b/,
  },
  {
    term: 'Charge-temperature exponent of VE',
    text: 'How VE at manifold density rises with charge temperature: hot air picks up less heat from the walls. One half is usual.',
    follows: 'Taylor; common practice 0.5',
  },
  {
    term: 'Fuel evaporated in the port',
    text: 'Part of the fuel that evaporates before the valve closes. It cools the charge and takes up room.',
    follows: 'Heywood, ch. 6',
  },
  {
    term: 'Trapping efficiency',
    text: 'Of a two-stroke: air that stays in the cylinder over the air delivered.',
    follows: 'Heywood, ch. 6',
  },
  {
    term: 'Trapped compression ratio',
    text: 'Of a two-stroke: volume when the exhaust port closes over the clearance volume.',
    follows: 'common practice',
    in: /exhaust port height/i,
  },
  {
    term: 'Deck clearance',
    text: 'Distance from the piston crown at top dead centre to the deck of the block; negative where the piston stands proud.',
    follows: 'common practice',
  },
  {
    term: 'Checking lift',
    text: 'Valve lift at which durations are stated: 1.27 mm (0.050 in) is usual. Durations at other lifts cannot be compared.',
    follows: 'common practice',
    in: /(intake|exhaust|reference) duration/i,
  },
  {
    term: 'Lobe separation angle',
    text: 'Cam degrees between the peaks of intake and exhaust lobe. Narrower means more overlap.',
    follows: 'common practice',
  },
  {
    term: 'Intake centreline',
    text: 'Crank degrees after top dead centre at which the intake lobe peaks: where the cam is degreed in.',
    follows: 'common practice',
  },
  {
    term: 'Seat force and open force',
    text: 'Spring force with the valve shut and at full lift. Boost pushes the intake valve off its seat; inertia opens the gap at speed.',
    follows: 'common practice',
    in: /^(seat|open) force|valve (head|train)/i,
  },
  {
    term: 'Leak-down',
    text: 'Share of the test air that escapes a cylinder held at top dead centre. 20 % is a usual limit.',
    follows: 'common practice',
    in: /leak-down/i,
  },
];
