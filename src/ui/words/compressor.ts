import type { Compressor } from '@/core/compressor/document';
import type { Format } from './format';

/** What differs between two revisions of a compressor: 'Maximum speed 153,000 rpm → 150,000 rpm; the map.' */
export function compressorChangesIn({ figure }: Format, from: Compressor, to: Compressor): string {
  const parts: string[] = [];
  const say = (name: string, a: string, b: string) => a !== b && parts.push(`${name} ${a} → ${b}`);
  say('name', from.name, to.name);
  say('inducer', figure(from.inducer.value, 'bore'), figure(to.inducer.value, 'bore'));
  say('exducer', figure(from.exducer.value, 'bore'), figure(to.exducer.value, 'bore'));
  say(
    'maximum speed',
    figure(from.maxSpeedRpm.value, 'shaftSpeed'),
    figure(to.maxSpeedRpm.value, 'shaftSpeed'),
  );
  say(
    'reference pressure, abs,',
    figure(from.reference.pressure, 'airPressure'),
    figure(to.reference.pressure, 'airPressure'),
  );
  say(
    'reference temperature',
    figure(from.reference.temperature, 'temperature'),
    figure(to.reference.temperature, 'temperature'),
  );
  say('price', figure(from.price?.value, 'money'), figure(to.price?.value, 'money'));
  say('in stock', figure(from.stock, 'count'), figure(to.stock, 'count'));
  if (JSON.stringify(from.lines) !== JSON.stringify(to.lines)) parts.push('the map');
  if (from.note !== to.note) parts.push('the note');
  if (parts.length === 0) parts.push('how sure a figure is');
  return `Changed: ${parts.join('; ')}.`;
}
