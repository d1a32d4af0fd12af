/** A disk that loses its power: what was written but not forced may be lost, piece by piece. For tests alone. */
import fs from 'node:fs';
import { syncBuiltinESMExports } from 'node:module';
import path from 'node:path';

type Step =
  | { kind: 'write'; file: number; at: number; bytes: Buffer }
  | { kind: 'cut'; file: number; length: number }
  | { kind: 'make'; file: number; name: string }
  | { kind: 'folder'; name: string }
  | { kind: 'rename'; from: string; to: string }
  | { kind: 'remove'; name: string }
  | { kind: 'force'; file: number };

const PAGE = 4_096;

/**
 * Records what is written below a folder from here on. Names follow a disk with a log of its own: they are kept in order,
 * up to the last forcing of anything; contents are kept as forced, and of the rest any pages or none.
 */
export class RecordedDisk {
  readonly steps: Step[] = [];
  private readonly files = new Map<string, number>();
  private readonly handles = new Map<number, { file: number; position: number; appends: boolean }>();
  private readonly real = { ...fs };
  private readonly patched = new Set<string>();
  private next = 1;

  constructor(
    private readonly root: string,
    private readonly isDeaf = false,
  ) {
    const real = this.real;
    const patch = <K extends keyof typeof fs>(name: K, made: unknown) => {
      this.patched.add(name);
      (fs as unknown as Record<string, unknown>)[name] = made;
    };
    patch('openSync', (name: string, flags: string | number = 'r', mode?: number) => {
      const there = real.existsSync(name);
      const handle = real.openSync(name, flags, mode);
      this.opened(String(name), handle, flags, there);
      return handle;
    });
    patch('closeSync', (handle: number) => {
      this.handles.delete(handle);
      real.closeSync(handle);
    });
    patch('writeSync', (handle: number, data: NodeJS.ArrayBufferView | string, ...rest: unknown[]) => {
      const held = this.handles.get(handle);
      const size = held ? real.fstatSync(handle).size : 0;
      const written = (real.writeSync as (...given: unknown[]) => number)(handle, data, ...rest);
      if (held) this.wrote(held, data, rest, written, size);
      return written;
    });
    patch('fsyncSync', (handle: number) => {
      real.fsyncSync(handle);
      // A folder's own handle forces names; every forcing does.
      this.steps.push({ kind: 'force', file: this.handles.get(handle)?.file ?? 0 });
    });
    patch('ftruncateSync', (handle: number, length = 0) => {
      real.ftruncateSync(handle, length);
      const held = this.handles.get(handle);
      if (held) this.steps.push({ kind: 'cut', file: held.file, length });
    });
    patch('truncateSync', (name: string, length = 0) => {
      real.truncateSync(name, length);
      const file = this.files.get(path.resolve(name));
      if (file) this.steps.push({ kind: 'cut', file, length });
    });
    patch('renameSync', (from: string, to: string) => {
      real.renameSync(from, to);
      if (!this.isBelow(to)) return;
      const [source, target] = [path.resolve(from), path.resolve(to)];
      this.steps.push({ kind: 'rename', from: this.short(source), to: this.short(target) });
      for (const [name, file] of [...this.files])
        if (name === source || name.startsWith(source + path.sep)) {
          this.files.delete(name);
          this.files.set(target + name.slice(source.length), file);
        }
    });
    const removing = (name: 'unlinkSync' | 'rmdirSync' | 'rmSync') =>
      patch(name, (place: string, ...rest: unknown[]) => {
        (real[name] as (...given: unknown[]) => void)(place, ...rest);
        if (!this.isBelow(place)) return;
        this.steps.push({ kind: 'remove', name: this.short(path.resolve(place)) });
        this.files.delete(path.resolve(place));
      });
    (['unlinkSync', 'rmdirSync', 'rmSync'] as const).forEach(removing);
    patch('mkdirSync', (name: string, ...rest: unknown[]) => {
      const made = (real.mkdirSync as (...given: unknown[]) => unknown)(name, ...rest);
      if (this.isBelow(name)) this.steps.push({ kind: 'folder', name: this.short(path.resolve(name)) });
      return made;
    });
    patch('writeFileSync', (name: string, data: string | Uint8Array) => {
      const handle = fs.openSync(name, 'w');
      fs.writeSync(handle, typeof data === 'string' ? Buffer.from(data) : data);
      fs.closeSync(handle);
    });
    syncBuiltinESMExports();
  }

  /** Takes the recording away again. */
  stop(): void {
    for (const name of this.patched)
      (fs as unknown as Record<string, unknown>)[name] = (this.real as Record<string, unknown>)[name];
    syncBuiltinESMExports();
  }

  private isBelow(name: string): boolean {
    return path.resolve(String(name)).startsWith(this.root + path.sep);
  }
  private short(name: string): string {
    return path.relative(this.root, name);
  }

  private opened(name: string, handle: number, flags: string | number, there: boolean): void {
    const full = path.resolve(name);
    if (!this.isBelow(full) || this.real.fstatSync(handle).isDirectory()) return;
    let file = this.files.get(full);
    if (file === undefined) {
      file = this.next++;
      this.files.set(full, file);
      // A file that stood there before the recording is known by its name.
      this.steps.push({ kind: 'make', file, name: this.short(full) });
    }
    const cuts = typeof flags === 'number' ? flags & fs.constants.O_TRUNC : flags.startsWith('w');
    if (cuts && there) this.steps.push({ kind: 'cut', file, length: 0 });
    const appends = typeof flags === 'number' ? flags & fs.constants.O_APPEND : flags.startsWith('a');
    this.handles.set(handle, { file, position: 0, appends: Boolean(appends) });
  }

  private wrote(
    held: { file: number; position: number; appends: boolean },
    data: NodeJS.ArrayBufferView | string,
    rest: unknown[],
    written: number,
    size: number,
  ): void {
    const view =
      typeof data === 'string'
        ? Buffer.from(data)
        : Buffer.from(data.buffer, data.byteOffset, data.byteLength);
    const offset = typeof data === 'string' ? 0 : Number(rest[0] ?? 0);
    const given = typeof data === 'string' ? null : (rest[2] as number | null | undefined);
    const at = held.appends ? size : (given ?? held.position);
    if (given === null || given === undefined) held.position = at + written;
    this.steps.push({
      kind: 'write',
      file: held.file,
      at,
      bytes: Buffer.from(view.subarray(offset, offset + written)),
    });
  }

  /**
   * Makes the folder as a power cut after so many steps leaves it. In: a copy of the folder as it was when the recording
   * began, which is changed; how many steps had been taken; even numbers from 0 to 1.
   */
  cut(image: string, taken: number, random: () => number): void {
    // A disk that takes forcing for a wish: what the trial must catch.
    const steps = this.steps.slice(0, taken).filter((s) => !this.isDeaf || s.kind !== 'force');
    const forcedNames = steps.findLastIndex((s) => s.kind === 'force');
    const forcedAt = new Map<number, number>();
    steps.forEach((s, i) => s.kind === 'force' && forcedAt.set(s.file, i));
    // Names after the last forcing: some first ones of them are on the disk.
    const names = forcedNames + 1 + Math.floor(random() * (steps.length - forcedNames));
    const places = new Map<number, string>();
    const at = (name: string) => path.join(image, name);
    const real = this.real;
    const change = (file: number, work: (handle: number) => void) => {
      const name = places.get(file);
      if (name === undefined || !real.existsSync(at(name))) return;
      const handle = real.openSync(at(name), 'r+');
      work(handle);
      real.closeSync(handle);
    };
    steps.forEach((step, i) => {
      const isNamed = i < names;
      switch (step.kind) {
        case 'make':
          places.set(step.file, step.name);
          if (isNamed && !real.existsSync(at(step.name))) {
            real.mkdirSync(path.dirname(at(step.name)), { recursive: true });
            real.writeFileSync(at(step.name), '');
          }
          break;
        case 'folder':
          if (isNamed) real.mkdirSync(at(step.name), { recursive: true });
          break;
        case 'rename':
          if (!isNamed || !real.existsSync(at(step.from))) break;
          real.rmSync(at(step.to), { recursive: true, force: true });
          real.renameSync(at(step.from), at(step.to));
          for (const [file, name] of places)
            if (name === step.from || name.startsWith(`${step.from}/`))
              places.set(file, step.to + name.slice(step.from.length));
          break;
        case 'remove':
          if (isNamed) real.rmSync(at(step.name), { recursive: true, force: true });
          break;
        case 'cut':
          if (i <= (forcedAt.get(step.file) ?? -1) || random() < 0.5)
            change(step.file, (handle) => real.ftruncateSync(handle, step.length));
          break;
        case 'write':
          change(step.file, (handle) => {
            const isForced = i <= (forcedAt.get(step.file) ?? -1);
            for (let from = 0; from < step.bytes.length;) {
              // Pages of the disk reach it one by one.
              const to = Math.min(step.bytes.length, from + PAGE - ((step.at + from) % PAGE));
              if (isForced || random() < 0.5)
                real.writeSync(handle, step.bytes, from, to - from, step.at + from);
              from = to;
            }
          });
          break;
      }
    });
  }
}
