import { ArrayMaxSize, ArrayMinSize, IsArray, IsString, MaxLength } from 'class-validator';

const mostAtOnce = 500;

/** A field that lists names of which something is asked for at once, A-labels. */
export function SomeNames(): PropertyDecorator {
  // From the one written above the field to the one right above it, as decorators are applied.
  const rules = [
    IsArray({ message: 'Names come as a list.' }),
    ArrayMinSize(1, { message: 'Choose at least one name.' }),
    ArrayMaxSize(mostAtOnce, { message: `At most ${mostAtOnce} names at once.` }),
    IsString({ each: true }),
    MaxLength(253, { each: true }),
  ].reverse();
  return (target, property) => rules.forEach((rule) => rule(target, property));
}
