import { ArrayMaxSize, IsArray, IsBoolean, IsInt, IsString, Max, MaxLength, Min } from 'class-validator';
import { ownNameservers } from '@tienda/core/dns/delegation';
import { mostRecords } from '@tienda/core/dns/zone';
import { mostReadNames } from '@tienda/core/dns/zoneReading';
import { DelegationModel, expectDelegation } from '../changes/delegationModel';
import { ListOf, MayBeLeftOut } from '../../platform/http/readModel';
import { accountRoute, type Route } from '../../platform/http/route';
import type { Pointing } from './service';
import type { Sights } from './sight';
import { RecordModel } from './recordModel';
import type { NameserverLooks } from './nameservers';
import type { ZoneReadings } from './reading';
import type { Visits } from './visits';

class ZoneModel {
  @IsInt({ message: 'The version is a whole number.' })
  @Min(0)
  @Max(2 ** 31 - 1)
  version!: number;

  @IsArray({ message: 'Records come as a list.' })
  @ArrayMaxSize(mostRecords.byFile, { message: `A zone has at most ${mostRecords.byFile} records.` })
  @ListOf(RecordModel)
  records!: RecordModel[];

  @MayBeLeftOut()
  @IsBoolean({ message: 'Whether they come from a file is true or false.' })
  fromFile?: boolean;
}

const fileType = 'text/dns';

class ReadingModel {
  /** Names below it to ask for, besides those that most zones have. */
  @IsArray({ message: 'Names come as a list.' })
  @ArrayMaxSize(mostReadNames, { message: `At most ${mostReadNames} names at once.` })
  @IsString({ each: true, message: 'A name is text.' })
  @MaxLength(253, { each: true, message: 'A name has at most 253 characters.' })
  names!: string[];
}

export function pointRoutes(
  pointing: Pointing,
  sights: Sights,
  visits: Visits,
  nameservers: NameserverLooks,
  readings: ZoneReadings,
): Route[] {
  const path = '/api/me/names/:name/zone';
  return [
    accountRoute(
      'get',
      path,
      { needs: 'seeNames', summary: 'The records that Tienda’s name servers answer for a name' },
      async ({ actor, params }) => ({ body: await pointing.of(actor, params['name'] ?? '') }),
    ),
    accountRoute(
      'put',
      path,
      {
        needs: 'changeRecords',
        summary: 'Writes the records of a name, whole; answered from then on',
        model: ZoneModel,
        perMinute: 60,
      },
      async ({ actor, params, body }) => ({ body: await pointing.change(actor, params['name'] ?? '', body) }),
    ),
    accountRoute(
      'get',
      `${path}/versions`,
      { needs: 'seeNames', summary: 'The states that the records had, the latest first' },
      async ({ actor, params }) => ({ body: await pointing.versions(actor, params['name'] ?? '') }),
    ),
    accountRoute(
      'get',
      `${path}/versions/:version`,
      { needs: 'seeNames', summary: 'The records as they were' },
      async ({ actor, params }) => ({
        body: await pointing.recordsAt(actor, params['name'] ?? '', Number(params['version'])),
      }),
    ),
    accountRoute(
      'get',
      `${path}/sight`,
      { needs: 'seeNames', summary: 'Whether everyone sees the latest change of the records', perMinute: 60 },
      async ({ actor, params }) => ({ body: await sights.of(actor, params['name'] ?? '') }),
    ),
    accountRoute(
      'get',
      `${path}/visits/:below`,
      {
        needs: 'seeNames',
        summary: 'Visits a name that sends visitors on, step by step: @ for the name itself',
        perMinute: 20,
      },
      async ({ actor, params }) => ({ body: await visits.of(actor, params['name'] ?? '', params['below'] ?? '@') }),
    ),
    accountRoute(
      'post',
      `${path}/readings`,
      {
        needs: 'seeNames',
        summary: 'Reads what a name’s nameservers elsewhere answer for it; nothing is changed by that',
        model: ReadingModel,
        perMinute: 10,
      },
      async ({ actor, params, body: { names } }) => ({ body: await readings.of(actor, params['name'] ?? '', names) }),
    ),
    accountRoute(
      'post',
      '/api/me/names/:name/nameserver-looks',
      {
        needs: 'seeNames',
        summary: 'Asks nameservers whether they answer for a name, before it is delegated to them',
        model: DelegationModel,
        perMinute: 20,
      },
      async ({ actor, params, body }) => {
        const name = params['name'] ?? '';
        const { nameservers: asked, hosts = [] } = body;
        expectDelegation(name, { nameservers: asked, hosts, ds: [] });
        return { body: await nameservers.of(actor, name, asked ?? ownNameservers, hosts) };
      },
    ),
    accountRoute(
      'get',
      `${path}/file`,
      { needs: 'seeNames', summary: 'The records as a zone file (RFC 1035)', produces: fileType },
      async ({ ctx, actor, params }) => {
        const name = params['name'] ?? '';
        const file = await pointing.file(actor, name);
        ctx.type = fileType;
        ctx.attachment(`${name}.zone`);
        ctx.body = file;
        return undefined;
      },
    ),
  ];
}
