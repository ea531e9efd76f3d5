import type { RegistryAnswer } from '@tienda/core/names/availability';
import { decimalAmount } from '@tienda/core/pricing/money';
import type { Mail } from '../gateways/mail/mailGateway';

/** A watched name is free. */
export function freeMail(to: string, unicode: string, { premium }: RegistryAnswer): Mail {
  const price = premium
    ? `Its registry asks ${decimalAmount(premium.register, 'USD')} USD for the first year and ${decimalAmount(premium.renew, 'USD')} USD for every later one.`
    : 'It costs what any name with this extension costs.';
  return {
    to,
    subject: `${unicode} is free`,
    text: [
      `You asked to be told when ${unicode} becomes free. Its registry now says that it is.`,
      '',
      price,
      'It goes to whoever registers it first; this mail does not hold it.',
      '',
    ].join('\n'),
  };
}
