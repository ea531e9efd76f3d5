import 'reflect-metadata';
import { plainToInstance, Type } from 'class-transformer';
import {
  getMetadataStorage,
  IsObject,
  IsString,
  ValidateIf,
  ValidateNested,
  validateSync,
  type ValidationError,
} from 'class-validator';
import { isKeepable } from '@tienda/core/text/unkeepable';
import { JSONSchema } from 'class-validator-jsonschema';
import { badField, badFields, type FieldError } from './problem';

/** A class with class-validator's rules on its fields. */
export type Model<T extends object> = new () => T;

/** For fields that need not be there; `null` is not leaving out. */
export function MayBeLeftOut(): PropertyDecorator {
  return ValidateIf((_body, value) => value !== undefined);
}

/** For texts that may be `null`, which says something else than leaving them out. */
export function TextOrNull(): PropertyDecorator {
  return (target, property) => {
    ValidateIf((_body, value) => value !== undefined && value !== null)(target, property);
    IsString({ message: 'This is text, or null.' })(target, property);
    JSONSchema({ type: ['string', 'null'] })(target, String(property));
  };
}

/** A field that is an object of a model of its own; a list in its place is none. */
export function PartOf<T extends object>(model: Model<T>): PropertyDecorator {
  return (target, property) => {
    IsObject({ message: 'Send an object here.' })(target, property);
    ValidateNested()(target, property);
    Type(() => model)(target, property);
  };
}

/** A list whose every entry is an object of a model. */
export function ListOf<T extends object>(model: Model<T>): PropertyDecorator {
  return (target, property) => {
    IsObject({ each: true, message: 'Every entry of this list is an object.' })(target, property);
    ValidateNested({ each: true })(target, property);
    Type(() => model)(target, property);
  };
}

rememberRules();

/**
 * The rules of a model are the same each time it is read, and here without groups. class-validator looks through all
 * classes for them at every object, and sorts them by field: half of what reading a body cost.
 */
function rememberRules(): void {
  const storage = getMetadataStorage();
  storage.getTargetValidationMetadatas = remembered(storage.getTargetValidationMetadatas.bind(storage));
  storage.groupByPropertyName = remembered(storage.groupByPropertyName.bind(storage));
}

/** The same function, which works out its answer once for each first argument. */
function remembered<Of, More extends unknown[], Answer>(answer: (of: Of, ...more: More) => Answer): typeof answer {
  const known = new Map<Of, Answer>();
  return (of, ...more) => {
    const before = known.get(of);
    if (before !== undefined) return before;
    const now = answer(of, ...more);
    known.set(of, now);
    return now;
  };
}

/**
 * The body as an instance of its model.
 *
 * @throws Problem 422 naming every field that is wrong, unknown fields among them
 */
export function readModel<T extends object>(model: Model<T>, body: unknown): T {
  if (typeof body !== 'object' || body === null || Array.isArray(body))
    throw badField('', 'notAnObject', 'Send a JSON object.');
  const unreadable = unreadableIn(body);
  if (unreadable) throw badFields([unreadable]);
  const instance = plainToInstance(model, body);
  const faults = validateSync(instance, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true });
  if (faults.length > 0) throw badFields(faults.flatMap((fault) => fieldErrors(fault, '')));
  return instance;
}

/** Deeper than any body that is asked for. */
const deepest = 12;
/** Names that mean something else to JavaScript than a field. */
const notFields: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);
/** The first thing in a body that cannot be kept or read. Where it stands is written on the way back: mostly there is none. */
function unreadableIn(value: unknown, depth = 0): FieldError | undefined {
  if (typeof value === 'string') return isKeepable(value) ? undefined : badText;
  if (typeof value !== 'object' || value === null) return undefined;
  if (depth > deepest) return tooDeep;
  for (const [key, part] of Object.entries(value)) {
    if (!isKeepable(key)) return badText;
    const found = notFields.has(key) ? noSuchField : unreadableIn(part, depth + 1);
    if (found) return { ...found, pointer: `/${escaped(key)}${found.pointer}` };
  }
  return undefined;
}

const noSuchField: FieldError = { pointer: '', code: 'whitelistValidation', detail: 'There is no such field.' };
const tooDeep: FieldError = { pointer: '', code: 'tooDeep', detail: 'This is nested too deeply: send less at once.' };
const badText: FieldError = {
  pointer: '',
  code: 'badCharacter',
  detail: 'There is a character here that cannot be kept: type this again.',
};

/** A part of a JSON pointer (RFC 6901, section 3). */
function escaped(key: string): string {
  return key.replace(/~/g, '~0').replace(/\//g, '~1');
}

function fieldErrors({ property, constraints, children }: ValidationError, parent: string): FieldError[] {
  const pointer = `${parent}/${escaped(property)}`;
  // Rules are kept from the lowest up: the last is the one that stands first above the field.
  const broken = Object.entries(constraints ?? {}).at(-1);
  const own = broken ? [{ pointer, code: broken[0], detail: sentence(broken[1]) }] : [];
  return [...own, ...(children ?? []).flatMap((child) => fieldErrors(child, pointer))];
}

/** Rules without a text of their own speak class-validator's English; make a sentence of it. */
function sentence(text: string): string {
  const capital = text.charAt(0).toUpperCase() + text.slice(1);
  return /[.!?]$/.test(capital) ? capital : `${capital}.`;
}
