import { alternatives, protectiveSet } from '@tienda/core/ideas/alternatives';
import type { Idea } from '@tienda/core/ideas/idea';
import { domainName, type DomainName } from '@tienda/core/names/domainName';
import type { SearchEvent } from '@tienda/core/search/searchEvent';
import type { Currency } from '@tienda/core/money/money';
import type { CatalogueReader } from '../catalogue/catalogue';
import type { Asker } from '../../gateways/registry/registryGateway';
import type { Tell } from '../../platform/http/ndjson';
import { badField } from '../../platform/http/problem';
import type { SearchService } from '../search/service';
import type { WordFile } from '../words/wordFile';

/** What may be asked for: names instead of one, or beside it. */
export type IdeaPurpose = 'instead' | 'protect';

/** A line of `GET /api/ideas`: the ideas at once, then what the registries say of them. */
export type IdeaEvent = { readonly type: 'ideas'; readonly ideas: readonly Idea[] } | SearchEvent;

/** As many ideas as registries are asked about. */
const mostIdeas = 48;

export class IdeaService {
  constructor(
    private readonly catalogue: CatalogueReader,
    private readonly words: WordFile,
    private readonly search: SearchService,
  ) {}

  /** @throws Problem 422 where it is not a name */
  read(typed: string): DomainName {
    const read = domainName(typed, this.catalogue.current());
    if (read.kind === 'problem') throw badField('/name', read.code, read.detail, read.facts);
    return read;
  }

  /** Ideas for a name, the best first, then their availability as the registries tell it. */
  async tell(
    asked: DomainName,
    purpose: IdeaPurpose,
    currency: Currency,
    asker: Asker,
    tell: Tell<IdeaEvent>,
  ): Promise<void> {
    const make = purpose === 'protect' ? protectiveSet : alternatives;
    const ideas = make(asked, this.catalogue.current(), await this.words.words()).slice(0, mostIdeas);
    tell([{ type: 'ideas', ideas }]);
    const query = ideas.map(({ name }) => name).join('\n');
    if (query !== '') await this.search.search({ query, currency }, asker, tell);
  }
}
