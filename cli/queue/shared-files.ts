/** The files that all workers reach: a folder that every machine has, or the server's doors. */
import { constants, createReadStream } from 'node:fs';
import { access, readFile, realpath, rm, stat } from 'node:fs/promises';
import { basename, dirname, join, relative, resolve, sep } from 'node:path';
import { Readable } from 'node:stream';
import { BadFile, Refused } from '../../src/core/shot/index.ts';
import { CannotWrite, systemSays } from '../lent/faults.ts';
import { writeFrom } from '../lent/file-sink.ts';

/** What a server of ours says of a file that is not there. */
export const NO_SUCH_FILE = 'There is no such file.';

/** Names are paths inside the shared folder, with slashes. */
export interface SharedFiles {
  /** @throws CannotWrite, BadCall when they are not reached, or must not be written */
  reached(): Promise<void>;
  /** @throws BadFile */
  read(name: string): Promise<Uint8Array<ArrayBuffer>>;
  /** Whether there is such a file. */
  has(name: string): Promise<boolean>;
  /** Gives a file of this machine its place: nobody ever meets half of it. @throws CannotWrite */
  put(name: string, path: string): Promise<void>;
  remove(name: string): Promise<void>;
}

/** The path of a name inside a folder, links followed as far as they are there. @throws Refused when it leads out */
export async function pathInside(root: string, name: string): Promise<string> {
  const outside = () => new Refused(`“${name}” lies outside of the folder. Only files in it are read and written.`);
  const path = resolve(root, name);
  const inside = (from: string, to: string) => {
    const way = relative(from, to);
    return way !== '' && !way.startsWith(`..${sep}`) && way !== '..' && !resolve(from, way).startsWith('\0');
  };
  if (name.includes('\0') || !inside(resolve(root), path)) throw outside();
  const real = await realpath(root).catch(() => resolve(root));
  for (let there = path; ; there = dirname(there)) {
    const found = await realpath(there).catch(() => null);
    if (found === null) continue;
    if (found !== real && !inside(real, found)) throw outside();
    return path;
  }
}

export class FolderFiles implements SharedFiles {
  readonly root: string;

  constructor(root: string) {
    this.root = root;
  }

  async reached(): Promise<void> {
    try {
      await access(this.root, constants.R_OK | constants.W_OK);
    } catch (error) {
      throw new CannotWrite(systemSays(error, this.root));
    }
  }

  async read(name: string): Promise<Uint8Array<ArrayBuffer>> {
    const path = await pathInside(this.root, name);
    try {
      return new Uint8Array(await readFile(path));
    } catch (error) {
      throw new BadFile(systemSays(error, name));
    }
  }

  async has(name: string): Promise<boolean> {
    const path = await pathInside(this.root, name);
    return stat(path).then(
      (found) => found.isFile(),
      () => false,
    );
  }

  async put(name: string, from: string): Promise<void> {
    await writeFrom(await pathInside(this.root, name), createReadStream(from));
  }

  async remove(name: string): Promise<void> {
    await rm(await pathInside(this.root, name), { force: true });
  }
}

/** The doors of a server of ours. */
export class ServerFiles implements SharedFiles {
  private readonly address: string;
  private readonly token: string;

  /** @param token as the server's VIGNETTE_TOKEN; empty on one's own machine */
  constructor(address: string, token: string) {
    this.address = address.replace(/\/+$/, '');
    this.token = token;
  }

  private async ask(method: string, name: string, body?: ReadableStream): Promise<Response> {
    const path = name.split('/').map(encodeURIComponent).join('/');
    let answer: Response;
    try {
      answer = await fetch(`${this.address}/api/queue/files/${path}`, {
        method,
        headers: this.token ? { Authorization: `Bearer ${this.token}` } : {},
        ...(body ? { body, duplex: 'half' } : {}),
      } as RequestInit);
    } catch {
      throw new CannotWrite(`The server at ${this.address} is not reached. Start it, or name another with --files.`);
    }
    if (answer.ok || answer.status === 404) return answer;
    const told = (await answer.json().catch(() => null)) as { error?: string } | null;
    throw new CannotWrite(`The server at ${this.address}: ${told?.error ?? `it answered ${answer.status}`}`);
  }

  async reached(): Promise<void> {
    const answer = await this.ask('GET', '.vignette');
    const { error } = (await answer.json().catch(() => ({}))) as { error?: string };
    if (answer.status !== 404 || error !== NO_SUCH_FILE)
      throw new CannotWrite(`The server at ${this.address}: ${error ?? 'it is none of Vignette’s.'}`);
  }

  async read(name: string): Promise<Uint8Array<ArrayBuffer>> {
    const answer = await this.ask('GET', name);
    if (answer.status === 404) throw new BadFile(`There is no “${name}” in the server’s folder.`);
    return new Uint8Array(await answer.arrayBuffer());
  }

  async has(name: string): Promise<boolean> {
    return (await this.ask('HEAD', name)).ok;
  }

  async put(name: string, path: string): Promise<void> {
    const answer = await this.ask('PUT', name, Readable.toWeb(createReadStream(path)) as ReadableStream);
    if (!answer.ok) throw new CannotWrite(`The server at ${this.address} has no folder for “${basename(name)}”.`);
  }

  async remove(name: string): Promise<void> {
    await this.ask('DELETE', name);
  }
}

/** A name in a folder of the shared files. */
export const nameIn = (folder: string, file: string): string =>
  folder === '.' ? file : join(folder, file).split(sep).join('/');
