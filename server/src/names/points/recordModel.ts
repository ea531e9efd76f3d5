import { IsInt, IsString, MaxLength } from 'class-validator';

/** A record as it is typed. */
export class RecordModel {
  @IsString({ message: 'The name is text.' })
  @MaxLength(255, { message: 'A name has at most 255 characters.' })
  name!: string;

  @IsString({ message: 'The type is text.' })
  @MaxLength(10, { message: 'A type has at most 10 characters.' })
  type!: string;

  @IsInt({ message: 'The TTL is a whole number of seconds.' })
  ttl!: number;

  @IsString({ message: 'The data is text.' })
  @MaxLength(10_000, { message: 'The data has at most 10,000 characters.' })
  data!: string;
}
