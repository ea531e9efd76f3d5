import type { BasketCodes } from '@tienda/core/basket/basketCodes';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import { lineChanges, lineFacts, type LineFacts } from '@tienda/core/basket/lineFacts';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { isoDate } from '@tienda/core/time/isoDate';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import { domainName } from '@tienda/core/names/domainName';
import { toULabel } from '@tienda/core/idna/idna';
import { codeKey } from '@tienda/core/pricing/promotion';
import type { CatalogueReader } from '../catalogue/catalogue';
import type { Clock } from '../clock/clock';
import { badField, badFields, type FieldError } from '../http/problem';
import type { SearchService } from '../search/service';
import { mostLines } from './models';
import type { BasketStore, ChosenLine, KeptLine } from './store';

export interface ShownBasket {
  readonly lines: readonly BasketLine[];
  readonly codes: BasketCodes;
}

/** How old the registries' answers may be when the basket is checked. */
const checkedForMs = 5 * 60 * 1000;

export class BasketService {
  constructor(
    private readonly store: BasketStore,
    private readonly catalogue: CatalogueReader,
    private readonly search: SearchService,
    private readonly clock: Clock,
  ) {}

  /** The basket with what is known of its names; `check` asks the registries for what is not known lately. */
  async show(id: string | undefined, check = false): Promise<ShownBasket> {
    if (!id) return { lines: [], codes: { typed: [] } };
    const [kept, codes] = await Promise.all([this.store.lines(id), this.store.codes(id)]);
    const answers = await this.answers(kept, check);
    const lines = kept.map(({ seen, ...line }): BasketLine => {
      const answer = answers.get(line.name);
      const facts = this.facts(line.name, answer);
      const changes = seen && facts ? lineChanges(seen, facts, line.years) : [];
      return {
        ...line,
        unicode: toULabel(line.name),
        ...(answer ? { answer } : {}),
        ...(changes.length > 0 ? { changes } : {}),
      };
    });
    return { lines, codes: codes ?? { typed: [] } };
  }

  /**
   * Puts lines in the basket, or changes what was chosen for them; all of them or none.
   *
   * @param pointer where the field of a line stands in the request
   * @throws Problem 422 naming every line that cannot be put in
   */
  async put(
    id: string,
    wanted: readonly ChosenLine[],
    pointer: (place: number, field: 'name' | 'years') => string,
  ): Promise<void> {
    const faults: FieldError[] = [];
    const chosen = wanted.flatMap((line, place) => {
      const read = this.read(line);
      if (typeof read === 'string') return { ...line, name: read };
      faults.push({ pointer: pointer(place, read.field), code: read.code, detail: read.detail });
      return [];
    });
    if (faults.length > 0) throw badFields(faults);
    const inBasket = new Set((await this.store.lines(id)).map(({ name }) => name));
    const once = [...new Map(chosen.map((line) => [line.name, line])).values()];
    if (new Set([...inBasket, ...once.map(({ name }) => name)]).size > mostLines)
      throw badField(
        pointer(0, 'name'),
        'basketFull',
        `A basket holds at most ${mostLines} names: check out or remove some.`,
      );
    const answers = await this.answers(once, false);
    await this.store.put(
      id,
      once.map((line): KeptLine => ({ ...line, seen: this.facts(line.name, answers.get(line.name)) ?? null })),
    );
  }

  /** Takes what has changed as read: changes are told against today from now on. */
  async see(id: string): Promise<void> {
    const kept = await this.store.lines(id);
    const answers = await this.answers(kept, false);
    const facts = kept.flatMap(({ name }) => {
      const now = this.facts(name, answers.get(name));
      return now ? [[name, now] as const] : [];
    });
    await this.store.see(id, new Map(facts));
  }

  async remove(id: string, name: string): Promise<void> {
    await this.store.remove(id, [name]);
  }

  async empty(id: string): Promise<void> {
    await this.store.empty(id);
  }

  async keepCodes(id: string, { typed, use }: BasketCodes): Promise<void> {
    const once = [...new Map(typed.map((code) => [codeKey(code), code.trim()])).values()].filter((code) => code !== '');
    await this.store.keepCodes(id, { typed: once, ...(use === undefined ? {} : { use }) });
  }

  private answers(lines: readonly { readonly name: string }[], check: boolean): Promise<Map<string, RegistryAnswer>> {
    const names = lines.map(({ name }) => name);
    return check ? this.search.answers(names, checkedForMs) : this.search.known(names);
  }

  private facts(name: string, answer: RegistryAnswer | undefined): LineFacts | undefined {
    const extension = extensionOf(name, this.catalogue.current());
    return extension && lineFacts(extension, answer, isoDate(this.clock.now()));
  }

  /** The name as it is stored, or what is wrong with the line. */
  private read({ name, years }: ChosenLine): string | (Omit<FieldError, 'pointer'> & { field: 'name' | 'years' }) {
    const read = domainName(name, this.catalogue.current());
    if (read.kind === 'problem') return { field: 'name', code: read.code, detail: read.detail };
    const { terms, unicode } = read.extension;
    if (terms.register.includes(years)) return read.name;
    return {
      field: 'years',
      code: 'termNotOffered',
      detail: `.${unicode} is offered for ${terms.register.join(', ')} years.`,
    };
  }
}
