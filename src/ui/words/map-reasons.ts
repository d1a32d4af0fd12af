import type { MapCode } from '@/core/working/reason-codes';
import type { Sentences } from './sentences';

/** What is said of compressor maps, of files that hold them, and of the ranking. Kept apart for its length only. */
export const mapSentences: Sentences<MapCode> = {
  'rank-first': {
    long: 'Mean efficiency {efficiency}; surge margin {margin}, least at {speed}.',
  },
  'rank-first-efficient': { long: 'Mean efficiency {efficiency}.' },
  'rank-near-surge': { long: 'Marginal: surge margin {margin} at {speed}.' },
  'rank-out-of-reach': { long: 'The goal is out of reach with it: no pressure ratio makes the power.' },

  'line-too-short': {
    long: 'The speed line {speed} has {count} point(s); three are the least. Give more points or leave the line out.',
  },
  'lines-too-few': {
    long: 'The map has {count} speed line(s); two are the least, four or more make a map worth reading.',
  },
  'efficiency-above-one': {
    long: 'Efficiency {efficiency} at {speed} is above 100 %: is the column in per cent and read as a share?',
  },
  'efficiency-out-of-range': { long: 'Efficiency {efficiency} at {speed} is outside 5 to 95 %.' },
  'flow-not-positive': { long: 'A point at {speed} has no flow; every point needs a flow above zero.' },
  'flow-falls-back': {
    long: 'At {speed} the flow falls back to {flow}: points run from surge to choke, with rising flow.',
  },
  'two-points-one-flow': {
    long: 'Two points of {speed} have the same flow, {flow}: keep the right one. Only the choked end of a line may fall straight down.',
  },
  'speed-repeated': { long: 'The speed {speed} stands twice: speed lines must rise in speed.' },
  'lines-swapped': {
    long: 'The line {upper} lies under the line {lower}: are the two speeds swapped, or is one in another unit?',
  },
  'lines-cross': {
    long: 'The lines {lower} and {upper} cross near {flow}: one of them holds a wrong point or a wrong speed.',
  },
  'line-without-ratio': {
    long: 'The line {speed} starts at ratio {ratio}: at surge it must be above 1.01. Is the column a ratio of absolute pressures?',
  },
  'map-flat': {
    long: 'Every line has the same ratio at surge, {ratio}: a map whose ratio does not rise with speed cannot be read.',
  },
  'inducer-not-smaller': {
    long: 'The inducer, {inducer}, is not smaller than the exducer, {exducer}: are the two swapped?',
  },
  'tip-speed-unusual': {
    long: 'At its maximum speed the tip speed would be {tip}; {low} to {high} is usual. Check the exducer, the limit and the speed unit.',
  },
  'limit-below-top-line': {
    long: 'The wheel’s limit {limit} is below the highest line, {top}: the part above it is never used.',
  },
  'limit-far-above': {
    long: 'The wheel’s limit {limit} is far above the highest line, {top}: the map says nothing in between.',
  },
  'best-efficiency-unusual': {
    long: 'The best efficiency is {efficiency}; 60 to 86 % is usual. Check the unit, and that it is isentropic, total to total.',
  },
  'head-unusual': {
    long: 'Head coefficient {head} where {low} to {high} is usual: exducer {exducer}, speed and ratio do not go together. Check the exducer and the speed unit.',
  },
  'inducer-too-small': {
    long: '{flow} is more air than an inducer of {inducer} can pass ({could} at Mach 1): check the flow unit, the reference and the inducer.',
  },
  'inducer-too-large': {
    long: '{flow} is very little air for an inducer of {inducer}, which could pass {could}: check the flow unit and the inducer.',
  },
  'few-lines': { long: 'Only {count} speed lines: between them the map is mostly interpolation.' },
  'surge-bends-back': {
    long: 'The surge line bends back at {speed}: is the first point of that line really its surge point?',
  },
  'crest-far-right': {
    long: 'At {speed} the ratio rises most of the way to choke, which is unusual: check the order of its points.',
  },

  'file-empty': { long: 'The file is empty.' },
  'file-not-an-item': { long: 'This is no file of a {wanted} that a shop exported.' },
  'file-of-other-kind': {
    long: 'This file holds a {kind}, not a {wanted}: import it on its own shelf of the library.',
  },
  'file-not-text': { long: 'This is no text file. Save the sheet as CSV and give that.' },
  'file-too-large': {
    long: 'The file has {size}; a map may have {most}, which holds 40 lines by 200 points many times over. Save the map’s sheet alone.',
  },
  'quote-open': { long: 'A quotation mark is opened and never closed.' },
  'no-number-rows': {
    long: 'No row holds three figures or more: a map needs speed, flow, pressure ratio and efficiency in every row.',
  },
  'too-many-rows': {
    long: 'There are more than {most} rows: no map is that large. Save the map’s sheet alone.',
  },
  'too-many-columns': { long: 'There are more than {most} columns: save the map’s sheet alone.' },
  'no-header': { long: 'There is no header: the columns were told by their figures.' },
  'ratios-must-rise': { long: 'Expansion ratios must rise within a speed line.' },
  'speed-lines-merged': {
    long: '{count} speed lines were read as one swallowing curve: flow hardly depends on the speed. They differ from it by up to {spread}.',
  },
  'surge-block-read': {
    long: 'The block of {count} rows at the end was read as the surge line: points left of it are left out, {points} of them.',
  },
  'surge-block-left-out': {
    long: 'The surge block at the end has no figures that can be read: {count} rows are left out.',
  },
  'reference-contradicts': {
    long: 'The file states {pressure} and {temperature} as its reference; the answer here is {answerPressure} and {answerTemperature}. Which is right?',
  },
  'decimal-comma': { long: 'The comma was read as the decimal sign.' },
  'json-broken': { long: 'This file cannot be read as JSON. {why}' },
  'column-missing': { long: 'No column is chosen for {column}.' },
  'column-twice': { long: 'Two columns are chosen for {column}: keep one.' },
  'flow-unit-missing': { long: 'The unit of the flow is not said in the file: choose it.' },
  'column-unit-missing': { long: 'The unit of “{column}” is not said in the file: choose it.' },
  'cell-no-choice': { long: '“{text}” is no {column}: one of {choices}.' },
  'no-reference': {
    long: 'The reference pressure and temperature are missing: without them a corrected flow means nothing. They usually stand at the map’s foot.',
  },
  'no-flow-conditions': {
    long: 'A flow in {unit} is a volume: give the pressure and temperature it was stated at.',
  },
  'no-surge': {
    long: 'The map’s surge is not said: say that the first point of each line is its surge point, or choose a column that marks it.',
  },
  'no-surge-column': { long: 'Surge points are said to be marked, but no column is chosen for it.' },
  'no-displacement': { long: 'The displacement of one rotor turn is needed.' },
  'no-internal-ratio': { long: 'The internal ratio is needed: 1 for straight lobes.' },
  'no-name': { long: 'The compressor needs a name.' },
  'no-diameters': { long: 'Give the inducer and the exducer: trim, tip speed and size come from them.' },
  'no-speed-limit': {
    long: 'Give the wheel’s maximum speed; where the maker names none, the highest line is an estimate.',
  },
  'cell-empty': { long: 'The cell for {column} is empty.' },
  'cell-not-a-number': { long: '“{text}” in {column} is no number.' },
  'row-speed-out-of-range': {
    long: 'Speed {speed} is outside 1,000 to 500,000 rpm: is the column in rpm or krpm?',
  },
  'row-flow-out-of-range': { long: 'Flow {flow} is no flow of a compressor: is the unit right?' },
  'row-ratio-out-of-range': {
    long: 'Pressure ratio {ratio} is outside 0.8 to 12: is it a ratio of absolute pressures?',
  },
  'row-efficiency-above-one': {
    long: 'Efficiency {efficiency} is above one: is the column in per cent?',
  },
  'row-efficiency-out-of-range': { long: 'Efficiency {efficiency} is outside 5 to 95 %.' },
  'speeds-carried': { long: '{count} rows without a speed took the one above them.' },
  'speeds-merged': { long: 'Speeds within {spread} of each other were taken as one line, {speed}.' },
  'surge-marked-twice': { long: 'The line {speed} has more than one surge point: mark one.' },
  'line-without-surge': {
    long: 'No point of the line {speed} is marked as surge. Mark one, or say that the first point of each line is its surge point.',
  },
  'points-before-surge': { long: '{count} point(s) left of surge on the line {speed} were left out.' },
  'piping-bench-fast': {
    long: 'At {flow} through {bore} the air goes at Mach {mach}: too fast on a bench for the square law the drop is carried on by.',
  },
  'piping-measures-disagree': {
    long: 'At {flow} the bench read {drop}; a smooth pipe of these measures loses {measured}. Is a bore, a length or a unit wrong?',
  },
  'cooler-better-with-flow': {
    long: 'From {flow} on this cooler cools better with more flow: a cooler does not. Check the points.',
  },
  'piping-points-rough': {
    long: 'Loss over flow squared differs by {spread} from point to point: one law for all of them is usual.',
  },
  'piping-without-loss': {
    long: 'Nothing says what it loses: give its points from a flow bench or, of a pipe or hose, its length or bends.',
  },
  'value-refused': { long: '{where}: {why}' },
  'more-problems': { long: '… and {count} more of the kind.' },
  'no-turbine-diameters': {
    long: 'Say the diameters of the wheel: where the gas enters and where it leaves.',
  },
  'no-bearing-answer': {
    long: 'Say whether efficiency includes mechanical losses: it must not be taken off twice.',
  },
  'no-turbine-efficiency': { long: 'Say the best efficiency of the turbine, or which column holds it.' },
  'no-temperature-limit': { long: 'Say what temperature the turbine stands.' },
};
