import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { dataFolder, requireWritable, takeLock } from './folder';

const root = mkdtempSync(path.join(tmpdir(), 'lung-folder-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));
let made = 0;
const folder = (): string => {
  const at = path.join(root, `f${made++}`);
  mkdirSync(at);
  return at;
};
/** Runs something as on another system. */
async function on<T>(platform: string, work: () => Promise<T>): Promise<T> {
  const own = Object.getOwnPropertyDescriptor(process, 'platform')!;
  Object.defineProperty(process, 'platform', { ...own, value: platform });
  try {
    return await work();
  } finally {
    Object.defineProperty(process, 'platform', own);
  }
}
/** Another process that lives until it is ended. */
async function living(): Promise<ChildProcess> {
  const child = spawn(process.execPath, ['-e', 'setInterval(() => {}, 1000)'], { stdio: 'ignore' });
  await once(child, 'spawn');
  return child;
}

describe('the data folder', () => {
  const before = process.env.FIERCE_LUNG_DATA;
  afterEach(() => {
    if (before === undefined) delete process.env.FIERCE_LUNG_DATA;
    else process.env.FIERCE_LUNG_DATA = before;
  });
  it('is what the environment says, made whole, or data/shop below the working directory', () => {
    process.env.FIERCE_LUNG_DATA = 'some/where';
    expect(dataFolder()).toBe(path.resolve('some/where'));
    delete process.env.FIERCE_LUNG_DATA;
    expect(dataFolder()).toBe(path.resolve('data/shop'));
  });
  it('is made where it is missing, however deep, and nothing is left of the trial', () => {
    const at = path.join(folder(), 'a', 'b');
    requireWritable(at);
    expect(existsSync(at)).toBe(true);
    expect(readdirSync(at)).toEqual([]);
  });
  it('says so where a file stands in its place, or on its way', () => {
    const at = folder();
    writeFileSync(path.join(at, 'file'), 'x');
    for (const wrong of [path.join(at, 'file'), path.join(at, 'file', 'deeper')])
      expect(() => requireWritable(wrong)).toThrow(
        expect.objectContaining({ message: expect.stringContaining(wrong) }),
      );
  });
  it('says so where it may not be written', () => {
    const at = folder();
    chmodSync(at, 0o500);
    // Whoever may write everything is stopped by nothing.
    if (process.getuid?.() === 0) expect(() => requireWritable(at)).not.toThrow();
    else expect(() => requireWritable(at)).toThrow(/cannot be written/);
    chmodSync(at, 0o700);
  });
});

describe('the lock of a folder', () => {
  it('is held once, also through a link, and free again when it is given up', async () => {
    const at = folder();
    const lock = await takeLock(at);
    await expect(takeLock(at)).rejects.toThrow(/in use by another Fierce Lung/);
    const link = path.join(root, 'link');
    symlinkSync(at, link);
    await expect(takeLock(link)).rejects.toThrow(/in use/);
    await lock.release();
    await (await takeLock(link)).release();
    expect(readdirSync(at)).toEqual([]);
  });
  it('of two folders holds neither up', async () => {
    const [one, two] = await Promise.all([takeLock(folder()), takeLock(folder())]);
    await Promise.all([one.release(), two.release()]);
  });
  it('takes over a socket that nobody answers at any more', async () => {
    const at = folder();
    writeFileSync(path.join(at, 'lock.sock'), '');
    const lock = await takeLock(at);
    await expect(takeLock(at)).rejects.toThrow(/in use/);
    await lock.release();
  });
  it('elsewhere is a file: refused while its process lives, taken over when it is gone or unreadable', async () => {
    await on('darwin', async () => {
      const at = folder();
      const file = path.join(at, 'in-use-by');
      const other = await living();
      writeFileSync(file, String(other.pid));
      await expect(takeLock(at)).rejects.toThrow(/in use/);
      other.kill();
      await once(other, 'exit');
      const lock = await takeLock(at);
      // One's own is no other's: a second opening by this process is for the caller to prevent.
      await (await takeLock(at)).release();
      expect(existsSync(file)).toBe(false);
      await lock.release();
      writeFileSync(file, 'torn');
      await (await takeLock(at)).release();
    });
  });
});
