import { ArrayMaxSize, IsArray, IsInt, IsString, Max, MaxLength, Min, ValidateIf } from 'class-validator';
import { JSONSchema } from 'class-validator-jsonschema';
import {
  delegationProblems,
  mostAddresses,
  mostDs,
  mostHosts,
  mostNameservers,
  type Delegation,
  type DelegationProblem,
} from '@tienda/core/dns/delegation';
import { keyAlgorithms } from '@tienda/core/dns/delegationSigner';
import { ListOf, MayBeLeftOut } from '../../platform/http/readModel';
import { badFields } from '../../platform/http/problem';

class HostModel {
  @IsString({ message: 'A host is text.' })
  @MaxLength(253)
  host!: string;

  @IsArray({ message: 'Addresses come as a list.' })
  @ArrayMaxSize(mostAddresses, { message: `A host has at most ${mostAddresses} addresses.` })
  @IsString({ each: true })
  @MaxLength(45, { each: true })
  addresses!: string[];
}

class SignerModel {
  @IsInt({ message: 'The key tag is a whole number.' })
  @Min(0)
  @Max(0xffff)
  keyTag!: number;

  @IsInt({ message: 'The algorithm is a number.' })
  @Min(0)
  @Max(255)
  algorithm!: number;

  @IsInt({ message: 'The digest type is a number.' })
  @Min(0)
  @Max(255)
  digestType!: number;

  @IsString({ message: 'The digest is text.' })
  @MaxLength(128)
  digest!: string;
}

/** To which nameservers a name is to be delegated. */
export class DelegationModel {
  /** Tienda's own where null, none where empty. */
  @ValidateIf((_body, value) => value !== null)
  @IsArray({ message: 'Nameservers come as a list; null for Tienda’s own.' })
  @ArrayMaxSize(mostNameservers, { message: `A name has at most ${mostNameservers} nameservers.` })
  @IsString({ each: true })
  @MaxLength(253, { each: true })
  @JSONSchema({ type: ['array', 'null'] })
  nameservers!: string[] | null;

  @MayBeLeftOut()
  @IsArray({ message: 'Hosts come as a list.' })
  @ArrayMaxSize(mostHosts, { message: `A name has at most ${mostHosts} hosts of its own.` })
  @ListOf(HostModel)
  hosts?: HostModel[];

  @MayBeLeftOut()
  @IsArray({ message: 'Delegation signers come as a list.' })
  @ArrayMaxSize(mostDs, { message: `A name has at most ${mostDs} delegation signers.` })
  @ListOf(SignerModel)
  ds?: SignerModel[];
}

/** @throws Problem 422 naming each field that cannot be so */
export function expectDelegation(name: string, delegation: Delegation): void {
  const problems = delegationProblems(name, delegation);
  if (problems.length > 0)
    throw badFields(
      problems.map((problem) => ({
        pointer: ['/delegation', problem.at, ...(problem.index === undefined ? [] : [problem.index])].join('/'),
        code: problem.code,
        detail: detailOf(problem, name),
      })),
    );
}

function detailOf({ at, code, input = '' }: DelegationProblem, name: string): string {
  switch (code) {
    case 'tooFew':
      return 'Name two nameservers at least: where one is down the other answers.';
    case 'tooMany':
      return at === 'nameservers' ? `Name at most ${mostNameservers} nameservers.` : 'There are too many of these.';
    case 'twice':
      return `${input} stands here twice: take one away.`;
    case 'notAHost':
      return `${input} is not the name of a host: write it like ns1.quayhost.example, without an address.`;
    case 'needsAddresses':
      return `${input} is below ${name} itself: give its addresses, or nobody can find it.`;
    case 'notBelow':
      return `${input} is not below ${name}: its addresses are told where its own name is held.`;
    case 'notAnAddress':
      return `${input} is not an address: write it like 192.0.2.7 or 2001:db8::7.`;
    case 'notPublic':
      return `${input} cannot be reached from everywhere: give a public address.`;
    case 'dsWithOwn':
      return 'Tienda looks after the keys of what its own nameservers serve: leave the signers out.';
    case 'dsWithNothing':
      return 'Without nameservers nothing is signed: leave the signers out.';
    case 'ds:form':
      return `${input} is not a DS: key tag, algorithm, digest type and digest.`;
    case 'ds:keyTag':
      return 'A key tag is a number from 0 to 65535.';
    case 'ds:algorithm':
      return `The key's algorithm is one of ${[...keyAlgorithms].map(([number, word]) => `${number} (${word})`).join(', ')}.`;
    case 'ds:digestType':
      return 'The digest type is 2 (SHA-256) or 4 (SHA-384).';
    case 'ds:digest':
      return 'The digest has 64 hexadecimal digits for type 2, and 96 for type 4.';
  }
}
