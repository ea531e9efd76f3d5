import { heldBackTexts } from '@tienda/core/rdap/publicHolder';
import type { Texts } from '../en';
import { nameCount, years } from './counts';
import { letterWords } from './scripts';

/** Por qué no se ve un titular, por las palabras de los operadores. */
const reasons: ReadonlyMap<string, string> = new Map([
  [heldBackTexts.privacy, 'protección de privacidad'],
  [heldBackTexts.byRegistry, 'su operador no muestra datos personales'],
]);

export const name: Texts['name'] = {
  waiting:
    'Se está preguntando a su operador si está libre, cuánto cuesta este año y cuánto cuesta conservarlo. Si alguien lo tiene, verá hasta cuándo.',
  notChecked: 'Aún sin confirmar por su operador.',
  checked: (time, registry) => `A las ${time} lo dijo su operador (${registry}).`,
  askAgain: 'Preguntar otra vez al operador',
  prices: 'Precios',
  sum: (term, amount, each) => `Hoy, por ${years(term)}: ${amount}. Luego ${each} al año, a precio de hoy.`,
  premium: (first, later) =>
    `Nombre premium: su operador pide ${first} por el primer año y ${later} por cada año posterior.`,
  putIn: (term) => `Poner en la cesta, ${years(term)}`,
  takeOut: 'Sacar de la cesta',
  years: 'Años',
  month: 'Mes',
  keepTitle: 'Coste de mantenerlo',
  keepCost: 'coste de mantenerlo',
  keepDetail: (five, ten) => `Todo lo que se paga por mantenerlo: ${five} en cinco años, ${ten} en diez.`,
  historyTitle: 'Precios pasados',
  register: 'primer año',
  renew: 'años posteriores',
  trend: (extension, register, renew) => {
    const change = (percent: number) =>
      percent === 0 ? 'no cambió' : percent > 0 ? `subió un ${percent}%` : `bajó un ${-percent}%`;
    return register === renew
      ? `En el último año el precio de .${extension} ${change(renew)}.`
      : `En el último año registrar .${extension} ${change(register)}, renovar ${change(renew)}.`;
  },
  facts: (extension) => `Sobre .${extension}`,
  renewal: 'Renovación',
  riseFrom: (date) => `Desde el ${date}`,
  renewalPrice: (amount) => `${amount} al año, sin la tasa anual`,
  transfer: 'Traslado aquí',
  transferPrice: (amount, addsYear, lockDays) =>
    `${amount}${addsYear ? ', añade un año' : ', no añade año'}; ${
      lockDays === 0 ? 'posible en cualquier momento' : `no en los ${lockDays} días tras registrar o trasladar`
    }`,
  restore: 'Recuperación',
  restorePrice: (amount) => `${amount} y una renovación, si se dejó caer en redención`,
  fee: 'Tasa anual',
  noFee: 'ninguna',
  yearlyFee: (amount) => `${amount}, en todos los precios mostrados`,
  terms: 'Plazos',
  privacyTitle: 'Privacidad',
  privacy: {
    included: () => 'incluida sin coste',
    priced: (each) => `posible por ${each} al año`,
    hiddenByRegistry: () => 'nada que comprar: el operador no muestra datos personales',
    notAllowed: () => 'no es posible: el operador exige mostrar al titular',
  },
  publicView: 'Vista pública',
  publicViews: {
    included:
      'Con privacidad cualquiera ve el registrador y las fechas; sin ella, también nombre, localidad y correo del titular.',
    priced:
      'Con privacidad cualquiera ve el registrador y las fechas; sin ella, también nombre, localidad y correo del titular.',
    hiddenByRegistry: 'Cualquiera ve el registrador y las fechas, nunca al titular.',
    notAllowed: 'Cualquiera ve nombre, localidad y correo del titular, además del registrador y las fechas.',
  },
  label: 'Qué cabe',
  labelRules: (min, max, scripts) => `de ${min} a ${max} caracteres, letras ${letterWords(scripts)}`,
  requirements: 'Requisitos',
  noRequirements: 'ninguno: cualquiera puede tenerlo',
  agreements: 'Condiciones del operador, que se aceptan en la caja',
  life: {
    title: 'Si se registra hoy',
    addGrace: (days) => `En ${days} días se puede devolver con reembolso.`,
    expires: (term, date) =>
      term === 1
        ? `Tras un año, el ${date}, termina si no se renueva.`
        : `Tras ${years(term)}, el ${date}, termina si no se renueva.`,
  },
};

export const taken: Texts['taken'] = {
  title: 'Quién lo tiene',
  holder: 'Titular',
  heldBack: (why) => `no se muestra: ${reasons.get(why) ?? why.charAt(0).toLowerCase() + why.slice(1)}`,
  registrar: 'Registrador',
  registered: 'Registrado',
  expires: 'Pagado hasta',
  status: 'Estado',
  statuses: {
    active: 'activo: nada especial',
    'client transfer prohibited': 'bloqueado contra traslado, como es habitual',
    'client update prohibited': 'bloqueado contra cambios por su registrador',
    'client delete prohibited': 'bloqueado contra borrado por su registrador',
    'client hold': 'apagado por su registrador: no funciona',
    'server hold': 'apagado por su operador: no funciona',
    'auto renew period': 'pasada su fecha, en periodo de gracia: su titular aún puede renovarlo',
    'redemption period': 'en redención: su titular puede recuperarlo a un precio alto',
    'pending delete': 'a punto de borrarse',
    'pending transfer': 'en traslado a otro registrador',
  },
  nameservers: 'Servidores de nombres',
  isYours: 'Es mío: traerlo aquí',
  showRaw: 'Mostrar los datos de la inscripción (RDAP)',
  hideRaw: 'Ocultar los datos de la inscripción',
};

export const watch: Texts['watch'] = {
  title: 'Esperarlo',
  earliest: (watched, date) => `Si nadie lo renueva, ${watched} queda libre el ${date} como muy pronto.`,
  detail: 'Llega un correo cuando su operador dice que está libre. Vigilarlo no cuesta ni reserva nada.',
  begin: 'Vigilarlo',
  end: 'No vigilarlo más',
  signIn: 'Entrar para vigilarlo',
  list: 'Nombres que espera',
  none: 'No se vigila ningún nombre. Un nombre ocupado se puede vigilar en su página.',
  free: 'libre ahora',
  from: (date) => `libre desde el ${date} como muy pronto`,
};

export const offer: Texts['offer'] = {
  title: 'Hacer una oferta',
  detail:
    'Tienda lleva su oferta al titular, que puede aceptarla, pedir más o rechazarla. No se paga nada hasta que ambos estén de acuerdo. La comisión es una décima parte del precio, 25 dólares como mínimo; el traslado, con su año, está incluido, salvo en un nombre premium.',
  premium: (move, renew) =>
    `Nombre premium: su operador pide ${move} por traerlo aquí, además de lo que usted ofrezca. Después, cada año cuesta ${renew}.`,
  signIn: 'Entrar para hacer una oferta',
  amount: 'Lo que ofrece, en dólares de EE. UU.',
  amountHint: '50 o más',
  badAmount: 'Escriba un importe como 250.',
  feePaidBy: 'La comisión la paga',
  byMe: 'yo, además del precio',
  byHolder: 'el titular, de lo que recibe',
  message: (of) => `Mensaje al titular de ${of}`,
  sums: (fee, move, buyer, holder) =>
    `La comisión es ${fee}${move === undefined ? '' : `; el traslado, ${move}`}. Usted pagaría ${buyer}; al titular le llegarían ${holder}.`,
  send: 'Enviar la oferta',
  sent: (amount) => `Ofreció ${amount}. El titular aún no ha respondido; llegará un correo cuando lo haga.`,
  countered: (offered, asked, total, isMovePaid) =>
    `Ofreció ${offered}. El titular pide ${asked}; ${isMovePaid ? 'con la comisión y el traslado' : 'con la comisión'} pagaría ${total}.`,
  agreed: (amount, total, isMovePaid, until) =>
    `Acordado en ${amount}. ${isMovePaid ? 'Con la comisión y el traslado' : 'Con la comisión'} paga ${total}, antes de impuestos. El precio vale hasta el ${until}. Se le cobra cuando el nombre sea suyo.`,
  buy: 'Seguir y comprarlo',
  paidFor: (amount) => `Acordado en ${amount}, y pagado: está de camino.`,
  toOrder: 'Ver el pedido',
  bought: (amount) => `Acordado en ${amount}. Es suyo, y su titular anterior ha cobrado.`,
  lapsed: (amount) =>
    `Pasaron dos semanas sin que nadie dijera ni hiciera nada, así que su oferta de ${amount} ha caducado. No se ha cobrado nada.`,
  fellThrough: 'Estaba acordado, y el nombre no llegó. El dinero se liberó: vea el pedido.',
  split: (price, fee) => `Comprado a su titular: ${price}, más una comisión de ${fee}.`,
  splitTheirs: (price) => `Comprado a su titular: ${price}. La comisión sale de ahí.`,
  moveIncluded: 'El traslado está incluido.',
  movePaid: (move) => `El traslado: ${move}, lo que pide su operador por un nombre premium.`,
  withHolder: (date) =>
    `Su titular tiene hasta el ${date} para desbloquearlo y dar su código. Si no lo hace, su dinero se libera.`,
  declined: (amount) => `El titular no acepta ${amount}. No se ha cobrado nada.`,
  withdrawn: 'Retiró la oferta. No se ha cobrado nada.',
  accept: (amount) => `Aceptar ${amount}`,
  raise: 'O ofrecer otro importe, en dólares de EE. UU.',
  sendRaise: 'Ofrecer esto',
  withdraw: 'Retirar',
  another: 'Hacer otra oferta',
  list: 'Ofertas',
  none: 'No hay ofertas. Se hacen en la página de un nombre ocupado.',
  states: {
    sent: 'a la espera del titular',
    countered: 'el titular pide más',
    agreed: 'acordada',
    declined: 'rechazada',
    withdrawn: 'retirada',
    bought: 'comprado',
    lapsed: 'caducada',
    fellThrough: 'acordada, pero no llegó',
  },
};

export const ideas: Texts['ideas'] = {
  instead: {
    title: 'Nombres parecidos',
    detail: 'La misma palabra en otra parte, y variantes cercanas; la mejor antes.',
  },
  protect: {
    title: 'Protegerlo',
    detail: 'Extensiones principales y erratas probables, para que nadie más las tome. Tome las que quiera, o ninguna.',
  },
  none: 'No se nos ocurre nada más.',
  more: (count) => `Mostrar los ${count}`,
  addAll: (count) => `Poner ${nameCount(count)} en la cesta`,
  price: (first, then) => `${first} el primer año, luego ${then}`,
  reasons: {
    otherExtension: 'otra extensión',
    mainExtension: 'extensión principal',
    before: (word) => `con «${word}» delante`,
    after: (word) => `con «${word}» detrás`,
    plural: 'plural',
    singular: 'singular',
    synonym: (word, of) => `«${word}» por «${of}»`,
    shorter: (without) => `sin «${without}»`,
    joined: 'sin el guion',
    blend: (first, second) => `mezcla de «${first}» y «${second}»`,
    soundsSame: 'suena igual',
    mistyping: {
      missing: 'falta una letra',
      doubled: 'una letra doble',
      swapped: 'dos letras cambiadas',
      neighbour: 'la tecla de al lado',
    },
  },
};
