import { closeSync, fsyncSync, openSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';

/** What is used of a stream and of a node of the database's own file system. */
type Node = { mount: unknown };
type Stream = { nfd?: number; node: Node };
type HostFiles = {
  realPath: (node: Node) => string;
  stream_ops: { fsync?: (stream: Stream) => number };
  node_ops: {
    mknod: (parent: Node, ...rest: unknown[]) => Node;
    rename: (node: Node, parent: Node, ...rest: unknown[]) => void;
    unlink: (parent: Node, name: string) => void;
  };
};

/** Forces a folder's own list of names to the disk. Some systems have no such thing: there it does nothing. */
export function forceFolder(folder: string): void {
  if (process.platform === 'win32') return;
  const handle = openSync(folder, 'r');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

/** Forces a file's content to the disk. */
function forceFile(file: string): void {
  const handle = openSync(file, 'r+');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

/** Forces everything below a folder, and the folder's own entry, to the disk. */
export function forceTree(folder: string): void {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const full = path.join(folder, entry.name);
    if (entry.isDirectory()) forceTree(full);
    else if (entry.isFile()) forceFile(full);
  }
  forceFolder(folder);
}

/**
 * The database's files on this machine with forced writes. As it comes, its file system takes an fsync for done without
 * asking the disk; here the file is forced, and with it the list of names of every folder that changed since.
 */
class ForcedFiles extends NodeFS {
  forced = 0;

  override async init(...given: Parameters<NodeFS['init']>): ReturnType<NodeFS['init']> {
    const { emscriptenOpts } = await super.init(...given);
    const mend = (module: unknown) => this.mend((module as { NODEFS: HostFiles }).NODEFS);
    const preRun = [emscriptenOpts.preRun ?? []].flat();
    return { emscriptenOpts: { ...emscriptenOpts, preRun: [...preRun, mend] } };
  }

  private mend(files: HostFiles): void {
    const changed = new Set<string>();
    const { mknod, rename, unlink } = files.node_ops;
    // In place: the mounted root has them already.
    Object.assign(files.node_ops, {
      mknod: (parent: Node, ...rest: unknown[]) => {
        changed.add(files.realPath(parent));
        return mknod(parent, ...rest);
      },
      rename: (node: Node, parent: Node, ...rest: unknown[]) => {
        changed.add(path.dirname(files.realPath(node))).add(files.realPath(parent));
        rename(node, parent, ...rest);
      },
      unlink: (parent: Node, name: string) => {
        changed.add(files.realPath(parent));
        unlink(parent, name);
      },
    });
    files.stream_ops.fsync = (stream) => {
      if (stream.nfd !== undefined) fsyncSync(stream.nfd);
      else forceFolder(files.realPath(stream.node));
      for (const folder of changed) forceFolder(folder);
      changed.clear();
      this.forced++;
      return 0;
    };
  }
}

/** As the database starts without '-F', which would take its forcing away; fdatasync does not reach its file system. */
const FORCING = [
  ...PGlite.defaultStartParams.filter((word) => word !== '-F'),
  ...['-c', 'wal_sync_method=fsync', '-c', 'max_wal_size=128MB'],
];

/** Forcing that does not force: an update of the embedded database may have moved what is mended here. */
export class NotForcedError extends Error {
  constructor() {
    super('The embedded database does not force its writes to the disk.');
  }
}

/**
 * Opens a database directory with forced writes, and proves with a write that they are. In: directory, made if it is
 * missing. Out: the client; how often it has forced. Throws NotForcedError, and whatever the database says.
 */
export async function openForced(directory: string): Promise<{ client: PGlite; forced: () => number }> {
  const files = new ForcedFiles(directory);
  const client = await PGlite.create({ fs: files, startParams: FORCING });
  const before = files.forced;
  await client.exec("select pg_logical_emit_message(true, 'fierce-lung', 'opened')");
  if (files.forced === before) {
    await client.close();
    throw new NotForcedError();
  }
  return { client, forced: () => files.forced };
}
