import { ArrayMaxSize, IsArray, IsBoolean, IsIn, IsInt, IsString, Max, MaxLength, Min } from 'class-validator';
import { recipes, type RecipeId } from '@tienda/core/dns/recipe';
import type { ZoneWish } from '@tienda/core/dns/zoneWish';
import { ListOf, MayBeLeftOut } from '../../platform/http/readModel';
import { accountRoute, type Route } from '../../platform/http/route';
import { SomeNames } from '../held/someNames';
import type { ManyZones } from './many';
import { RecordModel } from './recordModel';
import type { Pointing } from './service';

class RecipeAnswerModel {
  @IsString({ message: 'A question of a recipe is text.' })
  @MaxLength(40)
  field!: string;

  @IsString({ message: 'An answer is text.' })
  @MaxLength(2048, { message: 'An answer has at most 2,048 characters.' })
  answer!: string;
}

class ZoneWishModel {
  @SomeNames()
  names!: string[];

  @IsIn(['recipe', 'forward', 'mail', 'add', 'same'], { message: 'What is wanted is one of what there is.' })
  kind!: ZoneWish['kind'];

  @MayBeLeftOut()
  @IsIn(recipes.map(({ id }) => id), { message: 'The recipe is one of those that there are.' })
  recipe?: RecipeId;

  @MayBeLeftOut()
  @IsArray({ message: 'Answers come as a list.' })
  @ArrayMaxSize(20)
  @ListOf(RecipeAnswerModel)
  answers?: RecipeAnswerModel[];

  @MayBeLeftOut()
  @IsArray({ message: 'Records come as a list.' })
  @ArrayMaxSize(100, { message: 'At most 100 records at once.' })
  @ListOf(RecordModel)
  records?: RecordModel[];

  /** The name that the others are to be like. */
  @MayBeLeftOut()
  @IsString({ message: 'The name is text.' })
  @MaxLength(253)
  from?: string;

  /** Only finds out what would come of it. */
  @MayBeLeftOut()
  @IsBoolean({ message: 'A preview is true or false.' })
  preview?: boolean;
}

class ZoneVersionModel {
  @IsString({ message: 'The name is text.' })
  @MaxLength(253)
  name!: string;

  @IsInt({ message: 'The version is a whole number.' })
  @Min(1)
  @Max(2 ** 31 - 1)
  version!: number;
}

class TakenBackModel {
  @IsArray({ message: 'What is taken back comes as a list.' })
  @ArrayMaxSize(500, { message: 'At most 500 names at once.' })
  @ListOf(ZoneVersionModel)
  versions!: ZoneVersionModel[];
}

/** Records of many names at once. */
export function manyZoneRoutes(pointing: Pointing, many: ManyZones): Route[] {
  return [
    accountRoute(
      'post',
      '/api/me/zone-changes',
      {
        needs: 'changeRecords',
        summary: 'Changes the records of many names alike, or finds out what would come of it',
        model: ZoneWishModel,
        perMinute: 60,
      },
      async ({ actor, body: { names, preview = false, ...typed } }) => {
        const wish = await pointing.wishOf(actor, typed);
        return { body: await many.change(actor, names, wish, preview) };
      },
    ),
    accountRoute(
      'post',
      '/api/me/zone-changes/back',
      {
        needs: 'changeRecords',
        summary: 'Takes back what was changed of many names, where nobody has changed it since',
        model: TakenBackModel,
        perMinute: 60,
      },
      async ({ actor, body: { versions } }) => ({ body: await many.takeBack(actor, versions) }),
    ),
  ];
}
