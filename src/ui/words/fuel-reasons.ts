import type { CoolingCode, FuelCode } from '@/core/working/fuel-codes';
import type { Sentences } from './sentences';

/** What is said of injectors, pumps and what lies between them. */
export const fuelSentences: Sentences<FuelCode> = {
  'fuel-injectors-short': {
    long: 'Injectors run out first: good for {limit} at this boost and fuel, {short} short of the {power} forecast. At {speed} they stand open longer than allowed.',
    short: 'Injectors good for {limit}',
  },
  'fuel-pumps-short': {
    long: 'The pump runs out first: with its lines and filters it feeds {limit} at this boost, {short} short of the {power} forecast. The rail sags at {speed}.',
    short: 'Fuel pump good for {limit}',
  },
  'fuel-high-pump-short': {
    long: 'The high-pressure pump runs out first: good for {limit}, {short} short of the {power} forecast, at {speed}.',
    short: 'High-pressure pump good for {limit}',
  },
  'fuel-lift-short': {
    long: 'The lift pump runs out first: it fills the surge tank for {limit}, {short} short of the {power} forecast, at {speed}.',
    short: 'Lift pump good for {limit}',
  },
  'fuel-injectors-near': {
    long: 'The injectors have little room: good for {limit} at this boost and fuel; the forecast peaks at {power}.',
    short: 'Injectors good for {limit}',
  },
  'fuel-pumps-near': {
    long: 'The fuel pump has, with its lines and filters, little room: good for {limit} at this boost and fuel; the forecast peaks at {power}.',
    short: 'Fuel pump good for {limit}',
  },
  'fuel-high-pump-near': {
    long: 'The high-pressure pump has little room: good for {limit} at this boost and fuel; the forecast peaks at {power}.',
    short: 'High-pressure pump good for {limit}',
  },
  'fuel-lift-near': {
    long: 'The lift pump has little room: good for {limit} at this boost and fuel; the forecast peaks at {power}.',
    short: 'Lift pump good for {limit}',
  },
  'fuel-injectors-first': {
    long: 'The fuel system holds. Injectors run out first, at {limit} at this boost and fuel; the forecast peaks at {power}.',
    short: 'Injectors good for {limit}',
  },
  'fuel-pumps-first': {
    long: 'The fuel system holds. The pump runs out first, at {limit} with its lines and filters; the forecast peaks at {power}.',
    short: 'Fuel pump good for {limit}',
  },
  'fuel-high-pump-first': {
    long: 'The fuel system holds. The high-pressure pump runs out first, at {limit}; the forecast peaks at {power}.',
    short: 'High-pressure pump good for {limit}',
  },
  'fuel-lift-first': {
    long: 'The fuel system holds. The lift pump runs out first, at {limit}; the forecast peaks at {power}.',
    short: 'Lift pump good for {limit}',
  },
  'fuel-injectors-next': { long: 'Next are the injectors, good for {limit}.' },
  'fuel-pumps-next': { long: 'Next is the fuel pump, good for {limit}.' },
  'fuel-high-pump-next': { long: 'Next is the high-pressure pump, good for {limit}.' },
  'fuel-lift-next': { long: 'Next is the lift pump, good for {limit}.' },
  'fuel-injectors-here': { long: 'Injectors at their end here: good for {limit}.', short: 'Injectors short' },
  'fuel-pumps-here': {
    long: 'The fuel pump is at its end here: good for {limit}.',
    short: 'Fuel pump short',
  },
  'fuel-high-pump-here': {
    long: 'The high-pressure pump is at its end here: good for {limit}.',
    short: 'High-pressure pump short',
  },
  'fuel-lift-here': {
    long: 'The lift pump brings less than is burnt here: {limit}.',
    short: 'Lift pump short',
  },
  'fuel-rail-starved': {
    long: 'From {speed} nothing is left over the manifold: {missing} are missing and the mixture goes lean. Do not run it.',
    short: 'Fuel rail starved from {speed}',
  },
  'fuel-rail-sags': {
    long: 'Rail pressure sags from {from}: {rail} gauge of {set} at {speed}. With pulses left as they are λ would be {lambda}.',
    short: 'Rail pressure sags from {from}',
  },
  'fuel-set-near-manifold': {
    long: 'The regulator holds {set} gauge while the manifold is at {manifold} at {speed}: too little over it to inject. Reference it to the manifold, or raise its pressure.',
    short: 'Rail hardly above manifold pressure',
  },
  'pump-curve-short': {
    long: 'The pump’s points end at {end}; {asked} gauge are asked. Beyond them its curve is carried on straight: an estimate.',
    short: 'Pump curve ends at {end}',
  },
  'fuel-one-pump-left': {
    long: 'If the second pump fails, the one left feeds {boost} gauge at {speed} and no more: set the boost cut there.',
    short: 'One pump feeds {boost} gauge',
  },
  'fuel-second-pump-cut': {
    long: 'One pump alone feeds {boost} gauge at {speed}: switch the second on below that, and set the boost cut there for the day it fails.',
    short: 'One pump feeds {boost} gauge',
  },
  'fuel-second-pump-late': {
    long: 'The second pump comes on at {on} gauge, but one alone feeds only {boost}: the rail sags before it helps.',
    short: 'Second pump comes on too late',
  },
  'fuel-losses-cost': {
    long: 'Lines and filters take {lost} of what the pumps could bring at this pressure: larger lines are cheaper than a larger pump.',
  },
  'fuel-suction-low': {
    long: 'The filter before the pumps loses {drop}: warm fuel boils there and the pump cavitates. Fit a coarser or larger one.',
    short: 'Pump suction filter too tight',
  },
  'fuel-last-injector-lean': {
    long: 'The last injector on the rail gets {share} less than the first at {speed}: that cylinder runs lean. Feed both ends, or fit a wider rail.',
    short: 'Last cylinder {share} lean',
  },
  'fuel-rail-high-at-idle': {
    long: 'At idle the rail stands at {rail} gauge instead of {set}: the regulator and its return line cannot pass what the pumps bring. A larger regulator or return, or a slower pump at idle.',
    short: 'Rail too high at idle',
  },
  'injector-dead-time-assumed': {
    long: 'Dead time of the injectors is assumed, 0.9 ms at 14 V: give the maker’s table.',
  },
  'injector-large-at-idle': {
    long: 'At idle the pulse is about {pulse}, under the {least} that these injectors still meter: idle will hunt.',
    short: 'Injectors too large for idle',
  },
  'surge-tank-empties': {
    long: 'The surge tank is empty after about {seconds} at full power: the lift pump brings less than is burnt.',
    short: 'Surge tank empties in {seconds}',
  },
  'fuel-choose-system': { long: 'Choose injectors and a pump.', short: 'No fuel system yet' },
  'guess-fuel-system': { long: 'Injector flow is a guess.' },
  'spot-supply-sags': {
    long: 'Measured rail {measured} gauge agrees with the forecast at this speed, and both lie under the {set} of the regulator: the supply is at its end.',
  },
  'spot-pump-weak': {
    long: 'The pump stands at {pump} gauge and its lines lose what they should: it brings about {share} of its curve. Check voltage at the pump ({voltage} forecast), then the pump.',
    short: 'Pump brings {share} of its curve',
  },
  'spot-filter-clogged': {
    long: 'Between pump and rail {measured} are lost where {forecast} are forecast: the filter behind the pumps is clogged, or a line is pinched.',
    short: 'Filter clogged',
  },
  'spot-injectors-off': {
    long: 'Rail pressure is right, but duty {duty} and λ {lambda} mean {flow} an injector at its rated pressure, {share} of its figure: check the injectors’ rating, pressure and fluid.',
    short: 'Injector figure off: {share}',
  },
  'spot-fuel-agrees': { long: 'Rail, duty and λ agree with the forecast within what gauges show.' },
  'injector-flow-unusual': {
    long: 'Its flow at 3 bar is {flow}: injectors for one cylinder have {low} to {high}.',
  },
  'pump-rises-late': {
    long: 'The pump draws less current against more pressure: are the columns swapped?',
  },
};

/** What is said of the cooler, its heat and what carries it off. */
export const coolingSentences: Sentences<CoolingCode> = {
  'cooler-carries-too-much': {
    long: 'At {flow} the cooling stream would have to carry {share} of what it can: more air or coolant, or the effectiveness is not to be had.',
    short: 'Cooling stream too weak',
  },
  'cooler-one-figure': {
    long: 'One effectiveness stands for every flow, which a real cooler’s does not: give points, a size, or a cooler of the library.',
  },
  'cooler-heats': {
    long: 'What cools is warmer than the charge at {speed}: the cooler heats it.',
    short: 'The cooler heats the charge',
  },
  'cooler-worth': {
    long: 'The cooler is worth {gain} at {speed} against the same boost uncooled, its pressure loss counted; boost and cooler together {all} against the day’s air alone.',
  },
  'cooler-larger-pays': {
    long: 'A core a third larger would bring {gain} more and take {cooler} off the charge.',
  },
  'cooler-larger-idle': {
    long: 'A core a third larger would bring {gain}: it does not pay.',
  },
  'no-cooler': { long: 'No cooler: the charge enters at {charge}.', short: 'No cooler: {charge}' },
  'coolant-settles-elsewhere': {
    long: 'In an endless pull the coolant settles {settles} above ambient; {stated} are stated. The forecast stands on what is stated.',
  },
  'soak-loses': {
    long: 'At the end of the last pull {lost} are missing from the forecast: the charge is {hotter} hotter than with a cooler blown at.',
    short: 'Heat soak costs {lost}',
  },
  'soak-holds': {
    long: 'At the end of the last pull {lost} are missing from the forecast: the cooling holds.',
    short: 'Heat soak costs {lost}',
  },
  'soak-rest': {
    long: 'After one pull metal and coolant are back to where they were in {rest}.',
  },
  'soak-rest-never': {
    long: 'After one pull metal and coolant are not back within an hour: rest with air through the cooler.',
  },
  'soak-ice-gone': { long: 'The ice is gone after {time}.', short: 'Ice gone after {time}' },
  'soak-ice-left': { long: '{ice} of ice are left at the end.' },
  'soak-no-air': {
    long: 'No air through the cooler at rest: it only warms the engine bay. A fan of 3 m/s changes that.',
  },
  'soak-duty-usual': {
    long: 'The Brief does not say how long it pulls: five pulls of 15 s with 90 s between are taken.',
  },
};
