import type { RowCode } from '@/core/working/reason-codes';
import type { Sentences } from './sentences';

/** What is said of pairs of turbos, one after the other or on each other, and of time to boost. */
export const pairSentences: Sentences<RowCode> = {
  'second-joins': {
    long: 'The second turbo engages at {speed}: boost is {alone} on one and {both} on both. With falling speed it stays engaged down to {leaves}.',
  },
  'joins-early': {
    short: 'Second turbo engages too early, {speed}',
    long: 'The second turbo engages at {speed}, too early: boost falls from {alone} to {both}. From {wanted} the two reach the boost target: engage it there.',
  },
  'joins-early-never': {
    short: 'Second turbo engages too early, {speed}',
    long: 'The second turbo engages at {speed} and boost falls from {alone} to {both}; the two never reach the boost target up to the red line. Choose smaller turbos, or a single one.',
  },
  'joins-below-onset': {
    short: 'Change-over at {speed}, below boost onset',
    long: 'The second turbo engages at {speed}, below {onset} where the first begins to boost: there is nothing to share yet. From {wanted} the two reach the boost target: engage it there.',
  },
  'joins-below-onset-never': {
    short: 'Change-over at {speed}, below boost onset',
    long: 'The second turbo engages at {speed}, below {onset} where the first begins to boost, and the two never reach the boost target. Choose smaller turbos, or a single one.',
  },
  'second-never-joins': {
    short: 'The second turbo never engages',
    long: 'The second turbo engages at {speed}, at or above the red line of {redLine}: it never works. Engage it earlier.',
  },
  'choose-front-stage': {
    short: 'Choose the LP stage',
    long: 'Two-stage (compound) needs an LP stage: until one is chosen, {behind} works alone.',
  },
  'stages-share': {
    long: 'Pressure ratio at the goal: LP stage {ahead} {front}, HP stage {behind} {engine}; interstage pressure {between}.',
  },
  'stages-choke': {
    short: 'The HP stage chokes',
    long: 'The HP stage {behind} chokes at {speed} at a pressure ratio of {ratio}. The LP stage {ahead} would have to make {wanted} instead of {front}: raise the interstage boost or choose a larger HP stage.',
  },
  'stages-choke-anyway': {
    short: 'The HP stage is too small',
    long: 'The HP stage {behind} chokes at {speed} at a pressure ratio of {ratio}, with {front} from the LP stage; no other split clears it: it is too small.',
  },
  'engine-stage-idle': {
    short: 'The HP stage does no work',
    long: 'The HP stage {behind} makes only {ratio}, the LP stage {ahead} {front}: the work is not shared. Choose a smaller HP stage, or the LP stage alone.',
  },
  'front-stage-idle': {
    short: 'The LP stage does no work',
    long: 'The LP stage {ahead} makes only {ratio}, the HP stage {behind} {engine}: the work is not shared. Choose a smaller LP stage, or the HP stage alone.',
  },
  'front-holds-from': {
    long: 'From {from} the wastegate of the HP stage {behind} is wide open and the LP stage {ahead} controls boost.',
  },
  'stage-bypassed-from': {
    long: 'From {from} the HP stage {behind} is bypassed: {ahead} works alone.',
  },
  'brake-rate-zero': {
    short: 'The sweep rate is zero',
    long: 'A sweep rate of zero holds {speed}: that is a load step. For a one-minute sweep to the red line use {rate} per second.',
  },
  'pull-starts-at-red-line': {
    short: 'The pull starts at the red line',
    long: 'The pull starts at {speed}, too near the red line {redLine}: start it lower.',
  },
  'spool-not-found': {
    short: 'No state to start from',
    long: 'At {speed} the engine and its turbos find no state to start from: try another speed.',
  },
  'gear-cannot-pull': {
    short: 'The engine cannot pull this gear',
    long: 'In gear {gear} road load is {takes} at {speed} and the wheels have {power} off boost: the engine cannot pull this gear. Gear {lower} is the highest it can.',
  },
  'gear-cannot-pull-any': {
    short: 'The engine cannot pull this gear',
    long: 'In gear {gear} road load is {takes} at {speed} and the wheels have {power} off boost: the engine pulls neither this gear nor a lower one. Start at another speed.',
  },
  'gear-stops-gaining': {
    short: 'The pull ends at {speed}',
    long: 'In gear {gear} road load takes all the engine has at {speed}, before full boost. Try a lower gear.',
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
  'turbo-holds': { long: 'Meets the goal within every limit.' },
  'turbo-screened': { long: 'Screened at three speeds so far: {power} at {speed}.' },
  'turbo-short': {
    row: 'Reaches {power} of the goal at {speed}.',
    long: 'It reaches {power} at {speed}, short of the goal.',
  },
  'turbo-off-map': { long: 'Off its map at {speed}.' },
  'turbo-fast-for-duty': {
    short: 'Shaft at {share} by {speed}: {most} for this duty',
    long: 'The shaft turns at {share} of its limit by {speed}: for continuous duty {most} is the most.',
  },
  'turbo-short-at-worst': {
    long: 'At the worst venue it makes {share} of the goal.',
  },
  'turbo-first': {
    long: 'First on these weights: boost threshold {threshold}, power potential {potential}.',
  },
  'turbo-first-plain': { long: 'First on these weights: power potential {potential}.' },
  'turbo-later': { long: 'Boost threshold {threshold}; the first has {first}.' },
  'turbo-slower': { long: 'Full boost after {time}; the first needs {first}.' },
  'turbo-never-full': { long: 'No full boost within the test; the first reaches it.' },
  'turbo-less-room': { long: 'Power potential {potential}; the first has {first}.' },
  'turbo-margin': { long: 'Less surge margin than the first: {margin} where it is least.' },
  'turbo-fast': { long: 'The shaft turns at {share} of its limit, faster than the first.' },
  'turbo-dearer': { long: 'It costs {price}; the first {first}.' },
  'turbo-larger': { long: 'A larger wheel than the first: {inducer} against {first}.' },
  'turbo-twins-more': { long: 'Two turbos where one does: more pipes and gates than it earns.' },
  'turbo-pair-more': { long: 'Two stages where one does: more than it earns.' },
  'turbo-less-efficient': { long: 'Mean efficiency {efficiency}; the first has {first}.' },
  'picks-early': {
    long: 'Boost threshold {threshold}, full boost from {full}: the earliest that makes the goal.',
  },
  'picks-grow': {
    long: 'Power potential {potential}, well over the goal, and the earliest of those: full boost from {full}.',
  },
  'picks-top': {
    long: 'Power potential {potential}, the most of those within limits; full boost from {full}.',
  },
};
