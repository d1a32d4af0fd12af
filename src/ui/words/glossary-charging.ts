import type { Term } from './glossary-term';

/** What charges the engine, from the compressor to what is injected, and what the boost has to move. */
export const chargingTerms: readonly Term[] = [
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
];
