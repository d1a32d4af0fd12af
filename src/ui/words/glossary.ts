/** A term of the trade: what it means in a sentence or two, and the school or standard it follows. */
export type Term = {
  term: string;
  text: string;
  follows: string;
  /** Labels that speak of it, where they do not name it whole. */
  in?: RegExp;
};

/** In the order of the work: ambient, engine, charge air, compressor, turbine, boost control, arrangement, vehicle, test, fuel. */
export const glossary: readonly Term[] = [
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
  {
    term: 'Boost',
    text: 'Manifold pressure above ambient, as a gauge shows it. The same gauge boost is a higher pressure ratio at altitude.',
    follows: 'common practice',
    in: /^boost target|boost in gear|measured boost|interstage boost/i,
  },
  {
    term: 'Pressure ratio (PR)',
    text: 'Absolute total pressure out over absolute total pressure in, across the compressor: losses before and after count.',
    follows: 'SAE J922, J1826',
  },
  {
    term: 'Corrected flow',
    text: 'Mass flow referred to the inlet pressure and temperature of the map, so that one map serves every venue.',
    follows: 'SAE J1826; Watson & Janota, ch. 3',
  },
  {
    term: 'Pressure loss',
    text: 'Total pressure lost in a part at a stated flow; it goes with the square of flow and with temperature over pressure.',
    follows: 'incompressible square law, Mach below 0.3',
    in: /pressure loss|rated (loss|flow)|minimum bore|bends|centreline length/i,
  },
  {
    term: 'Cooler effectiveness',
    text: 'Charge temperature drop over the greatest possible one, from compressor outlet to cooling medium.',
    follows: 'Kays & London, charge side',
  },
  {
    term: 'Cooling medium above ambient',
    text: 'How much warmer than ambient the air or coolant is that the charge air cooler sees.',
    follows: 'common practice',
  },
  {
    term: 'Compressor efficiency',
    text: 'Isentropic work over actual work, total to total. What is lost heats the charge.',
    follows: 'SAE J1826; Watson & Janota, ch. 2',
  },
  {
    term: 'Surge margin',
    text: 'Distance from the surge line at constant pressure ratio, as a share of the flow. Below 10 % boost may pulse when the throttle closes or in the wet.',
    follows: 'common practice, 10 %',
  },
  {
    term: 'Choke margin',
    text: 'Flow left along the speed line before it drops vertically: beyond it more speed brings heat, not air.',
    follows: 'common practice',
  },
  {
    term: 'Margin to map edge',
    text: 'Flow left at constant pressure ratio until the first edge of the map is met: choke or maximum speed.',
    follows: 'our own; shown beside surge and choke margin',
  },
  {
    term: 'Maximum speed',
    text: 'Rotor speed that the manufacturer allows. Past it a wheel can burst.',
    follows: 'data sheet of the part',
  },
  {
    term: 'Rotor inertia',
    text: 'Moment of inertia of both wheels and the shaft. It sets the time to boost, not the steady state.',
    follows: 'Watson & Janota, ch. 13',
  },
  {
    term: 'Turbocharger mechanical efficiency',
    text: 'Compressor power over turbine power: what the bearings leave. Some maps of turbines include it already.',
    follows: 'SAE J1826',
  },
  {
    term: 'p3/p_m',
    text: 'Turbine inlet pressure over manifold pressure. Above 1 the engine pumps against its exhaust; the same build reads differently absolute and gauge.',
    follows: 'Watson & Janota, ch. 10',
    in: /p3\/p_m/,
  },
  {
    term: 'Exhaust heat fraction',
    text: 'Share of the fuel’s heat that leaves with the exhaust gas at best timing. It sets turbine inlet temperature.',
    follows: 'Heywood, ch. 12',
  },
  {
    term: 'Spark retard from MBT',
    text: 'Degrees of spark after minimum advance for best torque. Retard costs torque and heats the exhaust.',
    follows: 'Heywood, ch. 9',
  },
  {
    term: 'Port and manifold heat loss',
    text: 'Heat per kelvin from the gas to the walls before the turbine.',
    follows: 'lumped wall, common practice',
    in: /manifold (heat loss|wall)/i,
  },
  {
    term: 'Pulse energy factor',
    text: 'Turbine work with exhaust pulses kept apart over the work at mean pressure. A divided manifold needs a divided housing.',
    follows: 'Watson & Janota, ch. 11',
  },
  {
    term: 'Wastegate seat diameter',
    text: 'Inner diameter of the valve seat: with lift and discharge coefficient it sets the flow that can pass the turbine.',
    follows: 'compressible orifice',
  },
  {
    term: 'Wastegate discharge coefficient',
    text: 'Actual flow of the open valve over that of an ideal nozzle of the seat’s area.',
    follows: 'compressible orifice',
  },
  {
    term: 'Wastegate spring pressure (crack pressure)',
    text: 'Boost at which the spring alone begins to open the valve: the least boost the turbo can be held to.',
    follows: 'common practice',
    in: /wastegate spring/i,
  },
  {
    term: 'Actuator effective diameter',
    text: 'Diameter of the piston that a diaphragm acts like: larger needs less pressure difference to hold the valve.',
    follows: 'common practice',
  },
  {
    term: 'Variable geometry (VGT)',
    text: 'Vanes that change the throat of the turbine. Area is given closed and open, as a share of the housing’s.',
    follows: 'Watson & Janota, ch. 4',
    in: /vane area/i,
  },
  {
    term: 'Boost threshold',
    text: 'Lowest engine speed at full load at which the turbo makes boost; full boost is where the target is reached.',
    follows: 'common practice',
    in: /boost threshold|full boost/i,
  },
  {
    term: 'Two-stage (compound)',
    text: 'Two compressors in series: the low-pressure (LP) stage feeds the high-pressure (HP) stage. The pressure ratios multiply.',
    follows: 'Watson & Janota, ch. 9',
    in: /HP bypass/i,
  },
  {
    term: 'Sequential twins',
    text: 'One turbo at low flow, both above the changeover speed.',
    follows: 'common practice',
    in: /second turbo/i,
  },
  {
    term: 'Changeover hysteresis',
    text: 'Speed by which the change back lies below the change over, so that it does not hunt.',
    follows: 'common practice',
  },
  {
    term: 'Drive ratio',
    text: 'Turns of the machine for one of the crank: pitch diameter of the crank pulley over the blower’s, times what is geared behind it.',
    follows: 'kinematics; a belt that does not slip',
    in: /step-up|drive ratio/i,
  },
  {
    term: 'Pitch diameter',
    text: 'Diameter at which the cord of the belt runs on a pulley. On ribs it lies outside the effective diameter, by 4 mm with PK.',
    follows: 'ISO 9981, ISO 9982',
    in: /pulley diameter|pulley diameters/i,
  },
  {
    term: 'Strand tension',
    text: 'Pull in a belt’s straight run: of both at rest on fixed centres, of the slack one with a sprung tensioner. Tight less slack strand times belt speed is the power.',
    follows: 'textbooks of machine elements',
  },
  {
    term: 'Belt slip',
    text: 'Share of its speed that the machine loses because the belt creeps on a pulley. It starts where tight over slack strand passes what friction, wedge and wrap hold.',
    follows: 'Euler–Eytelwein with the wedge of the ribs',
    in: /friction coefficient|belt slip/i,
  },
  {
    term: 'Tensioner travel',
    text: 'How far the tensioner goes to either side of where it is drawn. A belt that wants more does not fit.',
    follows: 'common practice',
  },
  {
    term: 'Bypass (blower)',
    text: 'Valve from behind a blower back before it. Vacuum holds it open at part load; at full load its spring says at what boost it opens.',
    follows: 'common practice',
    in: /bypass seat|bypass discharge|bypass opens at/i,
  },
  {
    term: 'Drive efficiency',
    text: 'What belt and bearings leave of the power that the crankshaft gives.',
    follows: 'common practice',
  },
  {
    term: 'Measured leakage',
    text: 'What leaks back through a blower’s gaps over what its table says: more where rotors are worn. Filling is said beside it, more where ports were opened.',
    follows: 'definition of the volumetric efficiency',
    in: /measured filling/i,
  },
  {
    term: 'Drag area (Cd·A)',
    text: 'Drag coefficient times frontal area.',
    follows: 'SAE J1263',
  },
  {
    term: 'Rolling resistance coefficient',
    text: 'Rolling drag over weight: about 0.012 for tyres on asphalt.',
    follows: 'SAE J1263; common practice',
  },
  {
    term: 'Propeller exponent',
    text: 'Power to which propeller power rises with speed: about 3 for a fixed hull speed.',
    follows: 'propeller law, common practice',
    in: /propeller/i,
  },
  {
    term: 'Spool test',
    text: 'Foot down from a steady state: a load step at constant speed, a pull in a gear, or a sweep on the dyno at a stated rate.',
    follows: 'common practice',
    in: /initial load|sweep rate|pedal ramp|test start speed|test type/i,
  },
  {
    term: 'Heat soak',
    text: 'Metal and coolant store the heat of a pull. Without air through the cooler at rest the next pull starts hotter, and the power falls pull by pull.',
    follows: 'first law',
    in: /cooler core mass|at the start|air speed at the face|intake wall|heat pick-up/i,
  },
  {
    term: 'Coolant loop',
    text: 'Coolant that a pump carries between the charge air cooler and an exchanger in the wind, with a tank. Ice in the tank holds it near its melting point until it is gone.',
    follows: 'first law, ε-NTU (Kays and London)',
    in: /coolant (volume|pump|flow)|front exchanger|ice in the tank/i,
  },
  {
    term: 'Water-methanol injection',
    text: 'Water, methanol or a blend sprayed into the charge behind the cooler. What evaporates before the valve cools the charge until it is saturated; methanol burns as fuel; the rest cools the cylinder.',
    follows: 'first law, Raoult',
    in: /methanol|spray (pump|tank)|nozzle|liquid temperature|evaporated before the valve|^stage/i,
  },
  {
    term: 'Nitrous oxide',
    text: 'A liquefied gas that brings oxygen, 36 % of its mass, and cools as it evaporates. Its flow follows the temperature of the bottle. Wet, its fuel comes beside it, dry, through the injectors.',
    follows: 'ESDU 91022, common practice',
    in: /nitrous|bottle temperature/i,
  },
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

/** The term that a label speaks of; undefined where it needs no explanation. */
export const termOf = (label: string): Term | undefined =>
  glossary.find(({ term }) => term.toLowerCase() === label.toLowerCase()) ??
  glossary.find((entry) => entry.in?.test(label));
