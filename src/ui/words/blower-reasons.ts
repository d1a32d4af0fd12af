import type { BlowerCode } from '@/core/working/blower-codes';
import type { Sentences } from './sentences';

/** What is said of blowers and their drives. */
export const blowerSentences: Sentences<BlowerCode> = {
  'blower-beyond-ideal': {
    long: 'Isentropic efficiency {isentropic} at pressure ratio {pressureRatio}: a blower of this internal ratio without any loss has {ideal}. Is the volumetric efficiency in its place?',
  },
  'blower-peak-unusual': {
    long: 'The best isentropic efficiency is {peak}; blowers of this type have {low} to {high}.',
  },
  'blower-table-short': {
    long: 'The table ends at {fastest}, the rotors may turn {most}: above the table the figures are estimates.',
  },
  'blower-missing': {
    long: 'Revision {revision} of the centrifugal blower on this setup is not in the library.',
  },
  'blower-holds': {
    long: '{name} and its drive are within their limits.',
    short: '{name} and its drive hold',
  },
  'blower-speed': { long: '{name} turns {fastest} at {at}, {share} of its limit.' },
  'blower-overspeeds': {
    long: '{name} over-speeds from {from}: {fastest} at {at}, limit {limit}. Fit a larger blower pulley or a smaller crank pulley.',
    short: '{name} over-speeds from {from}',
  },
  'blower-shaft-over': {
    long: 'The input shaft of {name} takes {most} at {speed}; it bears {limit}. Less boost, or a stronger shaft.',
    short: 'Blower input shaft over its limit',
  },
  'blower-shaft-holds': { long: 'The input shaft of {name} takes {most} at {speed} of {limit}.' },
  'blower-housing-over': {
    long: 'The housing of {name} stands under {most} of boost at {speed}; its thinnest wall bears {limit}.',
    short: 'Blower housing over its limit',
  },
  'blower-housing-holds': { long: 'The housing of {name} stands under {most} at {speed} of {limit} gauge.' },
  'blower-outlet-hot': {
    long: 'Blower outlet too hot from {from}: {hottest} at the worst, limit {limit}. Rotors touch when they grow with heat.',
    short: 'Blower outlet too hot from {from}',
  },
  'blower-beyond-table': {
    long: '{name} leaves its table at {from}: figures beyond it are estimates.',
    short: '{name} leaves its table at {from}',
  },
  'blower-bypass-opens': {
    long: 'Bypass opens from {from}, at {boost} gauge: boost is held near it from there.',
  },
  'blower-drive-takes': {
    long: '{name} takes {power} from the crankshaft at {speed}, {share} of the power before it.',
  },
  'pulley-bore-too-large': {
    long: 'A bore of {bore} leaves nothing of a pulley of {diameter}.',
  },
  'pulley-under-least': {
    long: 'A diameter of {diameter} is under the least diameter of a {profile} belt, {least}: the belt cracks early.',
    short: 'Pulley under the belt’s least diameter, {least}',
  },
  'pulley-teeth-differ': {
    long: '{teeth} teeth go round a pitch diameter of {pitch}; this one has {diameter}.',
  },
  'pulley-bore-differs': {
    long: 'The pulley’s bore of {bore} does not fit the blower’s shaft of {shaft}.',
    short: 'Pulley bore {bore}, shaft {shaft}',
  },
  'pulley-fouls-housing': {
    long: 'The blower pulley fouls the housing: radius {radius}, clearance {clearance}.',
    short: 'Blower pulley fouls the housing',
  },
  'pulley-overspeeds': {
    long: 'The {pulley} pulley turns {speed} at {at}; it is made for {limit}.',
    short: 'The {pulley} pulley turns too fast',
  },
  'belt-overlap': {
    long: 'Two pulleys overlap by {by}: {one} and {other}. Move one of them apart.',
    short: 'Pulleys overlap: {one} and {other}',
  },
  'belt-not-touched': {
    long: 'The belt runs past the {pulley} without touching it. Move it into the belt’s way, or to the other side of the belt.',
    short: 'The belt does not touch the {pulley}',
  },
  'belt-crossed': {
    long: 'In this order the belt would cross itself. Change the order of the pulleys or the side they lie on.',
    short: 'The belt would cross itself',
  },
  'belt-fouled': {
    long: 'The belt runs through the {pulley}, which is not its turn there. Move it or change the order.',
    short: 'The belt runs through the {pulley}',
  },
  'belt-does-not-fit': {
    long: 'A belt of {fitted} does not fit: the pulleys want {wanted}, and there is no tensioner to take up {off}.',
    short: 'The belt is {off} off what fits',
  },
  'belt-does-not-reach': {
    long: 'A belt of {fitted} does not fit these pulleys wherever the tensioner stands: they want {wanted}.',
    short: 'The belt does not fit these pulleys',
  },
  'belt-tensioner-outside': {
    long: 'With a belt of {fitted} the tensioner would stand {way} off its middle; it travels {window} either way.',
    short: 'Tensioner outside its travel',
  },
  'belt-wrap-small': {
    long: 'Wrap on the {pulley} pulley is {wrap}; at least {least} is usual. An idler near it adds wrap.',
    short: 'Little wrap on the {pulley} pulley: {wrap}',
  },
  'belt-slips-from': {
    long: 'The belt slips from {from} at a static tension of {tension}. More tension, more wrap or more ribs hold it.',
    short: 'The belt slips from {from}',
  },
  'belt-slip-near': {
    long: 'At {speed} the belt hands on {use} of what it holds before it slips: dust, water or wear take the rest.',
    short: 'The belt is near slipping at {speed}',
  },
  'belt-tension-over': {
    long: 'Tight strand {tension} a rib at {speed}, limit {limit}: {needed} ribs would carry it.',
    short: 'Too few ribs: {tension} of {limit} a rib',
  },
  'belt-too-fast': {
    long: 'The belt runs {speed} at {at}; it is made for {limit}.',
    short: 'Belt too fast: {speed} of {limit}',
  },
  'belt-holds': {
    long: 'The belt hands on {use} of what it holds before it slips; tight strand {tension} of {limit} a rib.',
  },
  'slip-by-shaft': {
    long: 'The shaft turns {slip} slower at {speed} than its pulleys say: the belt slips. Look for glaze, dust and heat on the ribs, a squeal on opening the throttle, a tensioner at its stop.',
  },
  'shaft-too-fast': {
    long: 'The shaft turns {over} faster at {speed} than its pulleys say: a diameter or the step-up is typed wrong.',
  },
  'shaft-does-not-slip': { long: 'At {speed} the shaft turns as its pulleys say: the belt does not slip.' },
  'boost-over-forecast': {
    long: 'Boost is {over} over the forecast at {speed}: the engine takes less than was thought, or the pulley is smaller.',
  },
  'boost-as-forecast': { long: 'Boost {boost} at {speed} agrees with the forecast of {forecast}.' },
  'boost-far-short': {
    long: 'Boost is {short} under the forecast at {speed}: neither slip nor a leak within reason explains that alone. Is the bypass stuck open, or the pulley another one?',
  },
  'short-by-slip': {
    long: 'Boost is {short} under the forecast at {speed}, and the shaft speed says it is slip: {slip} of the speed explains it.',
  },
  'short-by-both': {
    long: 'Boost is {short} under the forecast at {speed}. The belt slips, but less than the {slip} it would take: a leak has its part.',
  },
  'short-by-leak': {
    long: 'Boost is {short} under the forecast at {speed}, and the shaft does not slip: a leak of {leak} of the flow explains it. Hoses, gaskets, bypass seat, worn rotors.',
  },
  'short-by-slip-warmth': {
    long: 'Boost is {short} under the forecast at {speed}. Outlet temperature {outlet} speaks for slip of {slip} ({ifSlip}; a leak would leave it at {ifLeak}). A shaft speed makes sure.',
  },
  'short-by-leak-warmth': {
    long: 'Boost is {short} under the forecast at {speed}. Outlet temperature {outlet} speaks for a leak of {leak} of the flow ({ifLeak}; slip would leave it at {ifSlip}). A shaft speed makes sure.',
  },
  'short-by-slip-or-leak': {
    long: 'Boost is {short} under the forecast at {speed}: slip of {slip} or a leak of {leak} of the flow would do that. Boost alone cannot tell them apart; a blower speed can, or an outlet temperature where the two lie apart.',
  },
  'belt-near-its-hold': {
    long: 'The belt hands on {use} of what it holds at {speed}: slip is likely.',
  },
  'belt-well-within': {
    long: 'The belt hands on {use} of what it holds at {speed}: it should not slip as it is laid out.',
  },
  'series-shares': {
    long: 'In series at {speed}: {blowerName} makes a ratio of {blower}, {turboName} {turbo}; {share} of the rise is the blower’s.',
  },
  'series-back-pressure': {
    long: 'Turbine inlet at {speed}: {inlet} abs, {ratio} times the manifold pressure.',
  },
  'series-turbine-hot': {
    long: 'Turbine inlet too hot from {from}: {hottest} at the worst, limit {limit}.',
    short: 'Turbine too hot from {from}',
  },
  'series-flap-opens': {
    long: 'From {from} the engine takes more than {name} passes: its bypass flap opens and the turbocharger works alone.',
  },
  'series-creeps': {
    long: 'Boost creeps from {from}: {over} over what is asked with the wastegate wide open. The blower alone makes part of it, which no wastegate holds.',
    short: 'Boost creeps from {from}',
  },
  'schools-need-both': {
    long: 'Draw a turbocharged setup and a supercharged one beside each other to weigh them.',
  },
  'blower-more-between': {
    long: 'For the blower: {blower} gives {more} more torque on average from {from} to {to}, {share} more than {turbo}.',
  },
  'turbo-more-between': {
    long: 'For the turbo: {turbo} gives {more} more torque on average from {from} to {to}.',
  },
  'blower-boosts-first': {
    long: 'For the blower: boost from {blowerAt}, where {turbo} wants {turboAt}.',
  },
  'turbo-boosts-first': {
    long: 'For the turbo: boost from {turboAt}, where {blower} wants {blowerAt}.',
  },
  'drive-against-back-pressure': {
    long: 'For the turbo: it asks the crankshaft for nothing but {pumping} of back pressure at {speed}; the belt takes {drive}.',
  },
  'drive-against-gain': {
    long: 'For the turbo: its manifold stands above its back pressure at {speed}, which gives {pumping} back; the belt takes {drive}.',
  },
  'turbo-more-at-goal': { long: 'For the turbo: {more} more at {speed}.' },
  'blower-more-at-goal': { long: 'For the blower: {more} more at {speed}.' },
  'turbo-cooler-charge': {
    long: 'For the turbo: the charge at {speed} is {turboAt}, behind {blower} {blowerAt}.',
  },
  'blower-cooler-charge': {
    long: 'For the blower: the charge at {speed} is {blowerAt}, behind {turbo} {turboAt}.',
  },
  'schools-price': { long: 'Parts of the library: {turbo} {turboAt}, {blower} with its drive {blowerAt}.' },
};
