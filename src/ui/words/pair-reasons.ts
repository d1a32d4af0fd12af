import type { RowCode } from '@/core/working/reason-codes';
import type { Sentences } from './sentences';

/** What is said of pairs of turbos, one after the other or on each other, and of time to boost. */
export const pairSentences: Sentences<RowCode> = {
  'second-joins': {
    long: 'The second turbo joins at {speed}: boost is {alone} on one and {both} on both. On the way down it stays to {leaves}.',
  },
  'joins-early': {
    short: 'The second joins too early at {speed}',
    long: 'The second turbo joins at {speed}, too early: boost falls from {alone} to {both}. From {wanted} on the two hold what is asked: let it join there.',
  },
  'joins-early-never': {
    short: 'The second joins too early at {speed}',
    long: 'The second turbo joins at {speed} and boost falls from {alone} to {both}; the two never hold what is asked up to the red line. Smaller turbos, or one alone.',
  },
  'joins-below-onset': {
    short: 'Change-over at {speed}, below the onset',
    long: 'The second turbo joins at {speed}, below {onset} where the first begins to boost: there is nothing to share yet. From {wanted} on the two hold what is asked: let it join there.',
  },
  'joins-below-onset-never': {
    short: 'Change-over at {speed}, below the onset',
    long: 'The second turbo joins at {speed}, below {onset} where the first begins to boost, and the two never hold what is asked. Smaller turbos, or one alone.',
  },
  'second-never-joins': {
    short: 'The second turbo never joins',
    long: 'The second turbo joins at {speed}, at or above the red line of {redLine}: it never works. Let it join earlier.',
  },
  'choose-front-stage': {
    short: 'Choose the stage in front',
    long: 'A compound pair needs a second turbo in front of {behind}: until one is chosen, {behind} works alone.',
  },
  'stages-share': {
    long: 'The stages share the ratio at the goal: {ahead} in front {front}, {behind} at the engine {engine}, with {between} between them.',
  },
  'stages-choke': {
    short: 'The stage at the engine chokes',
    long: '{behind} at the engine chokes at {speed} with {ratio} of its own. {ahead} in front would have to make {wanted} instead of {front}: hold more interstage boost, or take a larger one at the engine.',
  },
  'stages-choke-anyway': {
    short: 'The stage at the engine is too small',
    long: '{behind} at the engine chokes at {speed} with {ratio} of its own, {front} in front, and no other share of the ratio clears it: it is too small for this air.',
  },
  'engine-stage-idle': {
    short: 'The stage at the engine does nothing',
    long: '{behind} at the engine makes only {ratio}, {ahead} in front {front}: the two do not share the work. A smaller turbo at the engine, or the one in front alone.',
  },
  'front-stage-idle': {
    short: 'The stage in front does nothing',
    long: '{ahead} in front makes only {ratio}, {behind} at the engine {engine}: the two do not share the work. A smaller turbo in front, or the one at the engine alone.',
  },
  'front-holds-from': {
    long: 'From {from} the gate of {behind} stands wide open and {ahead} in front holds the boost.',
  },
  'stage-bypassed-from': {
    long: 'From {from} {behind} at the engine is passed by: {ahead} works alone.',
  },
  'brake-rate-zero': {
    short: 'The brake lets nothing go',
    long: 'With a rate of nothing the brake holds {speed} for ever: that is a load step. For a pull of a minute to the red line give it {rate} in a second.',
  },
  'pull-starts-at-red-line': {
    short: 'The pull starts at the red line',
    long: 'The pull starts at {speed} and the red line is {redLine}: there is nothing to pull through. Start it lower.',
  },
  'spool-not-found': {
    short: 'No state to start from',
    long: 'At {speed} the engine and its turbos find no state to start from: try another speed.',
  },
  'gear-cannot-pull': {
    short: 'The engine cannot pull this gear',
    long: 'In gear {gear} the road takes {takes} at {speed} and the wheels have {power} before boost: the engine cannot pull it. Gear {lower} is the highest it can.',
  },
  'gear-cannot-pull-any': {
    short: 'The engine cannot pull this gear',
    long: 'In gear {gear} the road takes {takes} at {speed} and the wheels have {power} before boost: neither this gear nor a lower one is pulled. Start at another speed.',
  },
  'gear-stops-gaining': {
    short: 'The pull ends at {speed}',
    long: 'In gear {gear} the road takes all the engine has at {speed}, before full boost is there. Try a lower gear.',
  },
  'trial-without-gears': {
    short: 'No gears: not a road vehicle',
    long: 'A boat or a machine has no gears to pull in: try a load step, or dyno sweep.',
  },
  'trial-needs-vehicle': {
    short: 'The Brief lacks mass, tyre or gears',
    long: 'A pull in a gear needs mass, tyre radius, final drive and gears of the vehicle: give them in the Brief.',
  },
  'trial-no-such-gear': {
    short: 'There is no gear {gear}',
    long: 'There is no gear {gear}: the Brief has {most}.',
  },
  'turbo-holds': { long: 'It holds the goal inside every limit.' },
  'turbo-screened': { long: 'Looked at three speeds so far: {power} at {speed}.' },
  'turbo-short': {
    row: 'Reaches {power} of the goal at {speed}.',
    long: 'It reaches {power} at {speed}, short of the goal.',
  },
  'turbo-off-map': { long: 'Off its map at {speed}.' },
  'turbo-fast-for-duty': {
    short: 'Shaft at {share} by {speed}: {most} for this duty',
    long: 'The shaft turns at {share} of its limit by {speed}: for hours at load no more than {most} is taken.',
  },
  'turbo-short-at-worst': {
    long: 'At the worst of the venues only {share} of the goal is left.',
  },
  'turbo-first': { long: 'First on these weights: boost from {threshold}, room for {potential}.' },
  'turbo-first-plain': { long: 'First on these weights: room for {potential}.' },
  'turbo-later': { long: 'Boost threshold {threshold}; the first has it from {first}.' },
  'turbo-slower': { long: 'Full boost after {time}; the first needs {first}.' },
  'turbo-never-full': { long: 'No full boost within the trial; the first has it.' },
  'turbo-less-room': { long: 'Room for {potential}; the first has room for {first}.' },
  'turbo-margin': { long: 'Less surge margin than the first: {margin} where it is least.' },
  'turbo-fast': { long: 'The shaft turns at {share} of its limit, faster than the first.' },
  'turbo-dearer': { long: 'It costs {price}; the first {first}.' },
  'turbo-larger': { long: 'A larger wheel than the first: {inducer} against {first}.' },
  'turbo-twins-more': { long: 'Two turbos where one does: more pipes and gates than it earns.' },
  'turbo-pair-more': { long: 'Two stages where one does: more than it earns.' },
  'turbo-less-efficient': { long: '{efficiency} efficient in the mean; the first {first}.' },
  'picks-early': {
    long: 'Boost from {threshold}, all of it from {full}: the earliest that still makes the goal.',
  },
  'picks-grow': {
    long: 'Room for {potential}, well over the goal, and of those the earliest: all its boost from {full}.',
  },
  'picks-top': { long: 'Room for {potential}: the most of those that hold; all its boost from {full}.' },
};
