/**
 * One way to check plain data that comes in from outside, and one sentence for what is wrong with it. A part is a class whose
 * fields class-validator checks; what a part holds of other parts is told by `Part` and `Parts`. Data is first brought into
 * that shape - only fields that are known, lists no longer than they may be, objects where objects belong - then checked:
 * whatever else comes in is never walked into.
 */
import 'reflect-metadata';
import {
  ArrayMaxSize,
  ArrayMinSize,
  getMetadataStorage,
  IsArray,
  IsObject,
  registerDecorator,
  ValidateNested,
  type ValidationArguments,
  type ValidationError,
  validateSync,
} from 'class-validator';
import { BadFile } from './bad-file.ts';

type Kind<T extends object = object> = new () => T;

interface Held {
  kind: () => Kind;
  /** The most there may be; null: it is one, not a list. */
  most: number | null;
}

/** What the fields of each part hold of other parts. */
const holds = new Map<object, Map<string, Held>>();

function hold(target: object, field: string, held: Held): void {
  const own = holds.get(target) ?? new Map<string, Held>();
  own.set(field, held);
  holds.set(target, own);
}

/** The field is another part; with `IsOptional` it may be missing or null. */
export function Part(kind: () => Kind) {
  return (target: object, field: string): void => {
    hold(target, field, { kind, most: null });
    IsObject()(target, field);
    ValidateNested()(target, field);
  };
}

/** The field is a list of parts. */
export function Parts(kind: () => Kind, most: number, least = 0) {
  return (target: object, field: string): void => {
    hold(target, field, { kind, most });
    IsArray()(target, field);
    ArrayMinSize(least)(target, field);
    ArrayMaxSize(most)(target, field);
    ValidateNested({ each: true })(target, field);
  };
}

const ID = /^[\w-]{1,40}$/;

/** Whether a text can be an id: a short word that names no member of every object, so that looking it up finds only ours. */
function isId(value: unknown): value is string {
  return typeof value === 'string' && ID.test(value) && !(value in Object.prototype);
}

/** The field is an id, or with `each` a list of them. */
export function IsId(options: { each?: boolean } = {}) {
  return (target: object, propertyName: string): void =>
    registerDecorator({
      name: 'isId',
      target: target.constructor,
      propertyName,
      options: { ...options, message: `${propertyName} is no id` },
      validator: { validate: isId },
    });
}

/** The field is an object of named values that all fit. */
export function IsRecord(fits: (value: unknown) => boolean) {
  return (target: object, propertyName: string): void =>
    registerDecorator({
      name: 'isRecord',
      target: target.constructor,
      propertyName,
      options: { message: `${propertyName} is not what it should be` },
      validator: { validate: (value) => isObject(value) && Object.values(value).every(fits) },
    });
}

const fieldsOf = new Map<Kind, Set<string>>();

function fields(kind: Kind): Set<string> {
  let known = fieldsOf.get(kind);
  if (!known) {
    const all = getMetadataStorage().getTargetValidationMetadatas(kind, '', false, false);
    known = new Set(all.map(({ propertyName }) => propertyName));
    fieldsOf.set(kind, known);
  }
  return known;
}

function heldBy(kind: Kind, field: string): Held | undefined {
  for (let target: object | null = kind.prototype; target; target = Object.getPrototypeOf(target)) {
    const held = holds.get(target)?.get(field);
    if (held) return held;
  }
  return undefined;
}

/** Something is not of the shape it must be: what, and the way to it. */
class Misshapen extends Error {}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const within = (way: string, field: string, index?: number) =>
  `${way}${way ? ', ' : ''}${field}${index === undefined ? '' : ` ${index + 1}`}`;

/** Plain data as an instance of a part, fields that are not known left out. */
function shaped(kind: Kind, data: unknown, way: string): object {
  if (!isObject(data)) throw new Misshapen(`${way}: is not what it should be`);
  const part = new kind() as Record<string, unknown>;
  for (const field of fields(kind)) {
    if (!Object.hasOwn(data, field)) continue;
    const value = data[field];
    const held = heldBy(kind, field);
    if (!held || value === null || value === undefined) part[field] = value;
    else if (held.most === null) part[field] = shaped(held.kind(), value, within(way, field));
    else {
      if (!Array.isArray(value)) throw new Misshapen(`${within(way, field)}: is no list`);
      if (value.length > held.most)
        throw new Misshapen(`${within(way, field)}: has ${value.length} entries, at most ${held.most} can be`);
      const own = held.kind();
      part[field] = value.map((each, i) => shaped(own, each, within(way, field, i)));
    }
  }
  return part;
}

/** A part as plain data: what is taken in is compared and kept as plain objects. */
function plainData(kind: Kind, part: object): object {
  const out: Record<string, unknown> = {};
  for (const [field, value] of Object.entries(part)) {
    if (value === undefined) continue;
    const held = heldBy(kind, field);
    if (!held || value === null) out[field] = value;
    else if (held.most === null) out[field] = plainData(held.kind(), value);
    else out[field] = (value as object[]).map((each) => plainData(held.kind(), each));
  }
  return out;
}

/** One rule of a field, as class-validator has it. */
interface Rule {
  validate(value: unknown, args: ValidationArguments): unknown;
  constraints: unknown[];
  each: boolean;
}

/** The rules of a part's fields, gathered once: going through the storage for every stroke of a shot takes minutes. */
interface FieldRules {
  field: string;
  held: Held | undefined;
  rules: Rule[];
  /** When one of these says no, the field need not be checked (`IsOptional`). */
  unless: ((object: object, value: unknown) => boolean)[];
}

const rulesOf = new Map<Kind, FieldRules[]>();

function fieldRules(kind: Kind): FieldRules[] {
  let known = rulesOf.get(kind);
  if (known) return known;
  const storage = getMetadataStorage();
  const byField = new Map<string, FieldRules>();
  for (const each of storage.getTargetValidationMetadatas(kind, '', false, false)) {
    const field = each.propertyName;
    const own = byField.get(field) ?? { field, held: heldBy(kind, field), rules: [], unless: [] };
    byField.set(field, own);
    if (each.type === 'conditionalValidation') own.unless.push(each.constraints[0]);
    else if (each.type === 'customValidation')
      for (const { instance } of storage.getTargetValidatorConstraints(each.constraintCls))
        own.rules.push({
          validate: (value, args) => instance.validate(value, args),
          constraints: each.constraints,
          each: each.each,
        });
  }
  known = [...byField.values()];
  rulesOf.set(kind, known);
  return known;
}

/** Stands for data that some rule does not let pass. */
const REFUSED = Symbol('refused');

/**
 * Checks plain data by the rules of a part's class in one walk, and gives back what is known of it: what `shaped`,
 * class-validator and `plainData` do together, as long as there is nothing to complain of.
 */
function passed(kind: Kind, data: unknown): object | typeof REFUSED {
  if (!isObject(data)) return REFUSED;
  const out: Record<string, unknown> = {};
  for (const rules of fieldRules(kind)) {
    const value = fieldPassed(rules, kind, data);
    if (value === REFUSED) return REFUSED;
    if (value !== undefined) out[rules.field] = value;
  }
  return out;
}

function heldPassed({ kind, most }: Held, value: unknown): unknown {
  const own = kind();
  if (most === null) return passed(own, value);
  if (!Array.isArray(value) || value.length > most) return REFUSED;
  const out: unknown[] = [];
  for (const each of value) {
    const taken = passed(own, each);
    if (taken === REFUSED) return REFUSED;
    out.push(taken);
  }
  return out;
}

/** The value of one field by its rules, or REFUSED. */
function fieldPassed({ field, held, rules, unless }: FieldRules, kind: Kind, data: Record<string, unknown>): unknown {
  const value = Object.hasOwn(data, field) ? data[field] : undefined;
  if (!unless.every((applies) => applies(data, value))) return value;
  const taken = held ? heldPassed(held, value) : value;
  if (taken === REFUSED) return REFUSED;
  for (const { validate, constraints, each } of rules) {
    const args = { targetName: kind.name, property: field, object: data, value, constraints };
    const fine =
      each && Array.isArray(value) ? value.every((one) => validate(one, args)) : !each && validate(value, args);
    if (!fine) return REFUSED;
  }
  return taken;
}

/**
 * A part made of plain data that was kept, field by field: what is missing, or is not as it may be, is as at first. For
 * what is remembered, where losing one choice is better than losing all.
 */
export function fitting<T extends object>(kind: Kind<T>, data: unknown): T {
  const out = new kind() as Record<string, unknown>;
  if (isObject(data)) {
    for (const rules of fieldRules(kind)) {
      if (!Object.hasOwn(data, rules.field)) continue;
      const value = fieldPassed(rules, kind, data);
      if (value !== REFUSED) out[rules.field] = value;
    }
  }
  return out as T;
}

/** The first complaint of a validation, with the way to it: "layers 3, exposures 12: frames must not be less than 1". */
function firstComplaint(errors: ValidationError[]): string {
  const way: string[] = [];
  let error: ValidationError | undefined = errors[0];
  while (error?.children?.length) {
    way.push(/^\d+$/.test(error.property) ? String(Number(error.property) + 1) : error.property);
    error = error.children[0];
  }
  const what = Object.values(error?.constraints ?? {})[0] ?? 'is not as it should be';
  const place = way
    .join(' ')
    .replace(/ (\d+)/g, ' $1,')
    .replace(/,$/, '');
  return place ? `${place}: ${what}` : what;
}

/** Checks plain data against a part's class and gives back, plain, what is known of it. `outcome`: what comes of it when it fails. @throws BadFile with one sentence. */
export function checkPart<T extends object>(
  kind: Kind<T>,
  data: unknown,
  where: string,
  outcome = 'the shot was not opened',
): T {
  if (!isObject(data)) throw new BadFile(`The ${where} in this file is not what it should be, so ${outcome}.`);
  const bad = (what: string) =>
    new BadFile(`The ${where} in this file has a value that cannot be (${what}), so ${outcome}.`);
  const taken = passed(kind, data);
  if (taken !== REFUSED) return taken as T;
  // Something is wrong with it: now it is looked for at leisure, for the sentence that says where.
  let part: T;
  try {
    part = shaped(kind, data, '') as T;
  } catch (error) {
    if (error instanceof Misshapen) throw bad(error.message);
    throw error;
  }
  const errors = validateSync(part, { forbidUnknownValues: true });
  if (errors.length > 0) throw bad(firstComplaint(errors));
  return plainData(kind, part) as T;
}
