import type { Language } from '../accounts/language';
import type { Minor } from '../money/money';
import type { Failure } from '../operations/operation';

const texts = {
  en: {
    taken: 'Someone else registered it a moment earlier.',
    gone: 'The name is not yours any more.',
    late: 'The days for it were over before its registry answered.',
    renewed: 'It was renewed already.',
    rejected: 'Where it is now said no.',
    cancelled: 'It was called off.',
    wrongCode: 'Its auth code does not fit any more: get a new one where the name is now.',
    unpaid: 'Your money could not be held long enough, so it was called off.',
    notHandedOver: 'Its holder had agreed, and did not hand it over.',
    free: 'Nobody holds it any more: it can be registered.',
    here: 'It is with Tienda already, or on its way here, for another account.',
    price: 'Its registry asks another price than you were shown; it was not bought at that.',
    asks: (first: string, later: string) =>
      `Its registry asks another price than you were shown: ${first} for the first year, then ${later} a year. It was not bought at that.`,
    refused: 'The registry did not accept it.',
    silent: 'Its registry gave no answer for three days.',
    said: (said: string) => `The registry refused it: “${said}”.`,
  },
  es: {
    taken: 'Otra persona lo registró un momento antes.',
    gone: 'El nombre ya no está a su nombre.',
    late: 'Los días para hacerlo terminaron antes de que respondiera su operador.',
    renewed: 'Ya estaba renovado.',
    rejected: 'Donde está ahora dijeron que no.',
    cancelled: 'Se anuló.',
    wrongCode: 'Su código de autorización ya no vale: pida otro donde está ahora el nombre.',
    unpaid: 'No se pudo retener su dinero el tiempo necesario, así que se anuló.',
    notHandedOver: 'Su titular había aceptado, y no lo entregó.',
    free: 'Ya no lo tiene nadie: se puede registrar.',
    here: 'Ya está en Tienda, o de camino, para otra cuenta.',
    price: 'Su operador pide otro precio que el mostrado; no se compró a ese.',
    asks: (first: string, later: string) =>
      `Su operador pide otro precio que el mostrado: ${first} el primer año, después ${later} al año. No se compró a ese.`,
    refused: 'El operador no lo aceptó.',
    silent: 'Su operador no respondió en tres días.',
    said: (said: string) => `El operador lo rechazó: “${said}”.`,
  },
} satisfies Record<Language, unknown>;

/**
 * Why nothing came of an operation, as a sentence; what a registry said stays in its own words.
 *
 * @param amount writes US cents
 */
export function failureWords(
  { cause, said, asks }: Omit<Failure, 'reason'>,
  language: Language,
  amount: (cents: Minor) => string,
): string {
  const words = texts[language];
  if (cause === 'price' && asks) return words.asks(amount(asks.register), amount(asks.renew));
  return cause === 'refused' && said !== undefined ? words.said(said) : words[cause];
}
