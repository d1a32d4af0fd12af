import type { Term } from './glossary-term';

/** What gives first, the cylinder, cooler cores and the fuel system. */
export const limitAndFuelTerms: readonly Term[] = [
  {
    term: 'Weakest link',
    text: 'The part that gives first as power rises. Strengthening any other first buys nothing; strengthening it leads to the next in the chain.',
    follows: 'common practice',
    in: /^part \d+, (torque|power|boost|exhaust|charge|engine)/i,
  },
  {
    term: 'MBT',
    text: 'Maximum brake torque timing: the spark advance at which an engine makes its best torque. More advance only adds peak pressure.',
    follows: 'the usual definition',
    in: /^spark timing$/i,
  },
  {
    term: 'Knock integral',
    text: 'Share of the time to self-ignition that the end gas has used before it is burnt. From 1 on it knocks.',
    follows: 'Livengood & Wu (1955) with Douaud & Eyzat (SAE 780080)',
    in: /^knock (delay factor|margin)$/i,
  },
  {
    term: 'Octane weight K',
    text: 'How much of the fuel’s sensitivity, RON less MON, counts against it: none in a boosted, cooled engine, half in an unboosted or hot one.',
    follows: 'Kalghatgi (SAE 2001-01-3584)',
  },
  {
    term: 'Burn angle',
    text: 'Crank angle in which the charge burns. It grows with engine speed, burnt gas and lean or very rich mixtures.',
    follows: 'Wiebe; Heywood (1988), sec. 9.2',
  },
  {
    term: 'BMEP',
    text: 'Brake mean effective pressure: the work of a cycle over the displacement. It tells how hard an engine of any size is loaded.',
    follows: 'Heywood (1988), eq. 2.20',
    in: /bmep/i,
  },
  {
    term: 'Rod-bolt load',
    text: 'What pulls a rod apart at overlap top dead centre: piston, pin and rod against their own inertia. It goes with the square of the engine speed, not with power.',
    follows: 'crank-slider kinematics',
    in: /rod-bolt|piston speed limit|reciprocating mass|big-end mass/i,
  },
  {
    term: 'Core size',
    text: 'Height and width of the face that is blown at, and depth along the cooling stream. Conductance goes with its volume and fins.',
    follows: 'ε-NTU (Kays and London)',
    in: /core (height|width|depth)|-side fins|through the face/i,
  },
  {
    term: 'Duty cycle',
    text: 'Share of the time of a cycle that an injector is driven, dead time with it. Above 80 to 85 % it hardly shuts and meters no more.',
    follows: 'common practice',
    in: /duty cycle/i,
  },
  {
    term: 'Dead time',
    text: 'Time between the signal and the flow of an injector. It grows as voltage falls and pressure rises, and counts once for every shot.',
    follows: 'maker’s tables',
    in: /dead time/i,
  },
  {
    term: 'Injector flow',
    text: 'Volume that one injector passes held open at its rated pressure. It goes with the root of the pressure across it and against the root of the density.',
    follows: 'orifice flow',
    in: /injector flow|rated pressure|density of the test fluid|pulse that meters|shortest pulse/i,
  },
  {
    term: 'Base fuel pressure',
    text: 'Pressure the regulator holds with its reference line off. With a line to the manifold it rises with boost 1:1, so that the pressure across the injectors stays.',
    follows: 'common practice',
    in: /base fuel pressure|regulator rise|rail pressure|pump outlet pressure/i,
  },
  {
    term: 'Surge tank',
    text: 'A small tank that a lift pump keeps full, so that the main pumps never draw air when fuel sloshes. It empties where the lift pump brings less than is burnt.',
    follows: 'common practice',
    in: /surge tank|lift pump/i,
  },
  {
    term: 'Charging voltage',
    text: 'Voltage on the board with the engine running. What the wires of a pump lose of it slows the pump.',
    follows: 'common practice',
    in: /charging voltage|wiring resistance|pump rated at/i,
  },
  {
    term: 'Fuel line loss',
    text: 'Pressure that friction, bends and fittings take between pump and rail. It goes nearly with the square of the flow and against the fifth power of the bore.',
    follows: 'Darcy and Weisbach',
    in: /(feed|return) line|(suction|fuel) filter|rail (bore|length)/i,
  },
  {
    term: 'Injection window',
    text: 'Crank angle in which direct injection must get the fuel in. It takes less time the faster the engine turns.',
    follows: 'common practice',
    in: /injection window|high-pressure (rail|pump)/i,
  },
];
