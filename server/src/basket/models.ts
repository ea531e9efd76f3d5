import { IsBoolean, IsInt, Max, Min } from 'class-validator';

/** What is chosen for one name. */
export class BasketLineModel {
  @IsInt({ message: 'Years is a whole number.' })
  @Min(1, { message: 'At least one year.' })
  @Max(10, { message: 'At most ten years.' })
  years!: number;

  @IsBoolean({ message: 'Privacy is true or false.' })
  privacy!: boolean;

  @IsBoolean({ message: 'Auto-renew is true or false.' })
  autoRenew!: boolean;
}
