/**
 * `npm run power-cut [cuts] [seed]`: commits while a disk records what is written and what is
 * forced, then cuts the power at that many moments: every folder must open, with every acknowledged change in it. The
 * recording goes on through a process that was killed and one that came after it. With FIERCE_LUNG_DEAF_DISK=1 the disk
 * forces nothing, and the trial must fail.
 */
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { RecordedDisk } from './recorded-disk';

const [cuts = 8, seed = 1] = process.argv.slice(2).map(Number);

let state = seed >>> 0;
const random = () => {
  state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
  return state / 4_294_967_296;
};

const root = mkdtempSync(path.join(os.tmpdir(), 'lung-power-'));
const folder = path.join(root, 'shop');
mkdirSync(folder);
const { createDatabase, openShop } = await import('../../src/data/connection');
const { seedLibrary } = await import('../../src/data/seed');
const { createJob, findJob, saveJob } = await import('../../src/data/repositories/jobs');
const { newJob } = await import('../../src/core/job/defaults');
const { takeLock } = await import('../../src/data/folder');
const { openStorage } = await import('../../src/data/storage/opening');
const { drizzle } = await import('drizzle-orm/pglite');
const schema = await import('../../src/data/schema');

await createDatabase(folder, seedLibrary);
await (await openShop(folder)).close();
cpSync(folder, path.join(root, 'before'), { recursive: true });

const disk = new RecordedDisk(folder, process.env.FIERCE_LUNG_DEAF_DISK === '1');
/** How many steps the disk had taken when a revision was acknowledged. */
const acknowledged: { steps: number; id: string; revision: number; name: string }[] = [];
const COMMITS = 40;
const lives = 3;
let id = '';
let revision = 0;
for (let life = 0; life < lives; life++) {
  // Its forerunner was killed: nothing was closed, and its lock is free.
  const lock = await takeLock(folder);
  const { client, checkpoint } = await openStorage(folder);
  const db = drizzle(client, { schema });
  for (let i = 0; i < COMMITS; i++) {
    const name = `life ${life}, commit ${i}`;
    const job = { ...newJob(name, 'a'), name };
    if (!id) ({ id, revision } = await createJob(db, job));
    else {
      const saved = await saveJob(db, id, revision, job);
      if (!saved.ok) throw new Error(`Not saved: ${JSON.stringify(saved)}`);
      ({ revision } = saved);
    }
    acknowledged.push({ steps: disk.steps.length, id, revision, name });
    if (i === 20) await checkpoint();
  }
  await lock.release();
}
disk.stop();

let failed = 0;
for (let cut = 0; cut < cuts; cut++) {
  const taken = Math.floor(random() * disk.steps.length);
  const image = path.join(root, `cut-${cut}`);
  cpSync(path.join(root, 'before'), image, { recursive: true });
  disk.cut(image, taken, random);
  const wanted = acknowledged.findLast((a) => a.steps <= taken);
  try {
    const shop = await openShop(image);
    const job = wanted ? await findJob(shop.db, wanted.id) : null;
    const isThere = !wanted || (job !== null && job.revision >= wanted.revision);
    const named = job && acknowledged.find((a) => a.revision === job.revision)?.name;
    const isRight = !job || named === undefined || job.job.name === named;
    const again = readFileSync(path.join(image, 'shop.json'), 'utf8').length > 0;
    let how = 'opened';
    try {
      how = `recovered: ${(JSON.parse(readFileSync(path.join(image, 'recovered.json'), 'utf8')) as { found: string }).found}`;
    } catch {
      // It opened as it was.
    }
    if (!isThere || !isRight || !again) {
      failed++;
      console.log(
        `cut ${cut} at step ${taken}: revision ${job?.revision ?? 'none'} (${job?.job.name}), acknowledged ${wanted?.revision}`,
      );
    } else if (how !== 'opened') console.log(`cut ${cut} at step ${taken}: ${how}`);
    await shop.close();
    rmSync(image, { recursive: true, force: true });
  } catch (error) {
    failed++;
    console.log(`cut ${cut} at step ${taken}: ${error instanceof Error ? error.message : String(error)}`);
  }
}
rmSync(root, { recursive: true, force: true });
console.log(`${acknowledged.length} commits, ${disk.steps.length} steps, ${cuts} cuts: ${failed} failed`);
process.exit(failed ? 1 : 0);
