import { nearestFifty } from '@/core/units/nearest';
import { toUnit, type Quantity, type Unit } from '@/core/units/quantities';

const MINUS = '−';
/** A figure and its unit stay on one line. */
const NO_BREAK = '\u00a0';

/** Kept by their digits: to make one costs far more than to use it, and a page shows hundreds of figures. */
const kept: Intl.NumberFormat[] = [];
const formatWith = (digits: number): Intl.NumberFormat =>
  (kept[digits] ??= new Intl.NumberFormat('en-GB', {
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  }));

/** A number in a unit: thousands with commas, a true minus, the unit's digits; small losses keep a decimal. */
export function formatNumber(value: number, digits: number): string {
  if (!Number.isFinite(value)) return '–';
  const scale = digits < 0 ? 10 ** -digits : 1;
  const rounded = Math.round(value / scale) * scale;
  const shown = digits < 0 ? rounded : value;
  const text = formatWith(Math.max(0, digits)).format(Math.abs(shown));
  const isZero = /^[0.,]*$/.test(text);
  return shown < 0 && !isZero ? `${MINUS}${text}` : text;
}

/** What stands in a field: as many digits as matter, so that it can be typed over and reads back as the same value. */
export function fieldText(value: number, unit: Unit): string {
  const shown = toUnit(value, unit);
  const digits = Math.min(6, Math.max(0, unit.digits) + 2);
  const text = String(Number(shown.toFixed(digits)));
  const [whole = '0', part] = text.split('.');
  const grouped = whole.replace(/\B(?=(\d{3})+(?!\d))/g, ',').replace('-', MINUS);
  return part ? `${grouped}.${part}` : grouped;
}

/** Figures in the units somebody reads in. */
export function formatIn(displayUnit: (quantity: Quantity) => Unit) {
  /** The figure without its unit. */
  const figureNumber = (value: number, quantity: Quantity, unit = displayUnit(quantity)): string => {
    const shown = toUnit(value, unit);
    const digits = quantity === 'pressureDrop' && Math.abs(shown) >= 10 ? unit.digits - 1 : unit.digits;
    return formatNumber(shown, digits);
  };
  /** A figure with its unit: '285 hp', '71 %', '2.63'. An en dash for what is missing. */
  const figure = (value: number | null | undefined, quantity: Quantity): string => {
    if (value === null || value === undefined) return '–';
    const unit = displayUnit(quantity);
    const number = figureNumber(value, quantity, unit);
    // Degrees of an angle stand at their number.
    return unit.symbol ? `${number}${unit.symbol === '°' ? '' : NO_BREAK}${unit.symbol}` : number;
  };
  /** A signed change: '+27.0 kW', '−1.7 kPa'. */
  const signedFigure = (value: number, quantity: Quantity): string => {
    const text = figure(value, quantity);
    return text.startsWith(MINUS) ? text : `+${text}`;
  };
  /** An engine speed at which something begins or ends, as sentences say it: to 50 rpm. */
  const roundSpeed = (speedRpm: number | null | undefined): string =>
    figure(speedRpm == null ? null : nearestFifty(speedRpm), 'engineSpeed');
  /** A difference of two figures: of temperatures in degrees, of shares in points: '+19 °C', '−10 points'. */
  const difference = (value: number, quantity: Quantity): string =>
    quantity === 'share'
      ? `${signedFigure(value, quantity).split(NO_BREAK)[0]}${NO_BREAK}points`
      : signedFigure(value, quantity === 'temperature' ? 'temperatureRise' : quantity);
  return {
    difference,
    /** The unit a quantity is shown in. */
    displayUnit,
    figureNumber,
    figure,
    roundSpeed,
    signedFigure,
    /** The number alone as a chart draws it. */
    inUnit: (value: number, quantity: Quantity): number => toUnit(value, displayUnit(quantity)),
    /** The unit's symbol, for a heading. */
    symbol: (quantity: Quantity): string => displayUnit(quantity).symbol,
  };
}

export type Format = ReturnType<typeof formatIn>;
