/** Versions in a shot file: each with a structure of its own; drawings that are as the shot has them, or as another version has, lie there once. */
import { IsBoolean, IsInt, IsString, Matches, MaxLength, Min } from 'class-validator';
import { strToU8, type Zippable } from 'fflate';
import type { Id } from '../shot/ids.ts';
import { LIMITS } from '../shot/make.ts';
import { mendReferences } from '../shot/mend.ts';
import type { Drawing, Shot } from '../shot/model.ts';
import { checkPart, IsId, Parts } from '../shot/part.ts';
import { stableJson } from '../shot/stable-json.ts';
import { packDrawing } from './drawing-codec.ts';
import { checkIds, checkSums } from './file-checks.ts';
import { ShotPart } from './schema.ts';
import { inOrder, shotOf, structureJson } from './structure-part.ts';
import type { ZipReader } from './zip.ts';
import { crc32 } from './zip.ts';
import { drawingIn, drawingPath, json } from './zip-parts.ts';

/** Longer than other names: a version kept by itself says what came after it. */
const LONGEST_NAME = 120;
const LIST = 'versions/versions.json';

/** A state of the shot that goes along with it in its file. */
export interface FileVersion {
  name: string;
  /** When it was kept, milliseconds since 1970. */
  at: number;
  /** Kept by itself, not by hand. */
  auto: boolean;
  shot: Shot;
}

class KeptDrawingPart {
  @IsId() id!: string;
  @IsString() @Matches(/^(versions\/)?drawings\/[\w.-]+\.vgdr$/) path!: string;
}

class VersionPart {
  @IsString() @MaxLength(LONGEST_NAME) name!: string;
  @IsInt() @Min(0) at!: number;
  @IsBoolean() auto!: boolean;
  @Parts(() => KeptDrawingPart, LIMITS.maxDrawings) drawings!: KeptDrawingPart[];
}

class VersionsPart {
  @Parts(() => VersionPart, LIMITS.maxVersions) versions!: VersionPart[];
}

const structurePath = (i: number) => `versions/${i + 1}/shot.json`;

/** Adds versions to the parts of a shot file; returns how many bytes of drawings they bring. */
export function putVersions(parts: Zippable, shot: Shot, versions: readonly FileVersion[]): number {
  if (versions.length === 0) return 0;
  let bytes = 0;
  const list = versions.map(({ name, at, auto, shot: version }, i) => {
    parts[structurePath(i)] = strToU8(structureJson(version));
    const drawings = inOrder(version.drawings).map(([id, drawing]) => {
      if (shot.drawings[id] === drawing) return { id, path: drawingPath(id) };
      const packed = packDrawing(drawing);
      const path = `versions/drawings/${id}.${crc32(packed).toString(36)}.vgdr`;
      if (!parts[path]) {
        bytes += packed.length;
        parts[path] = [packed, { level: 4 }];
      }
      return { id, path };
    });
    return { name, at, auto, drawings };
  });
  parts[LIST] = strToU8(stableJson({ versions: list }));
  return bytes;
}

/** The versions of a shot file. @param now the drawings of the shot itself @throws BadFile when a part of one cannot be read */
export function versionsIn(zip: ZipReader, now: Readonly<Record<Id, Drawing>>): FileVersion[] {
  if (!zip.list.includes(LIST)) return [];
  const { versions } = checkPart(VersionsPart, json(zip, LIST), 'list of versions');
  const read = new Map<string, Drawing>();
  return versions.map(({ name, at, auto, drawings: kept }, i) => {
    const part = checkPart(ShotPart, json(zip, structurePath(i)), `version ${i + 1}`);
    checkIds(part);
    const drawings = Object.fromEntries(
      kept.map(({ id, path }) => {
        if (path === drawingPath(id) && now[id]) return [id, now[id]];
        let drawing = read.get(path);
        if (!drawing) {
          ({ drawing } = drawingIn(zip, path, id));
          read.set(path, drawing);
        }
        return [id, drawing];
      }),
    );
    const shot = shotOf(part, drawings);
    checkSums(shot);
    mendReferences(shot);
    return { name, at, auto, shot };
  });
}
