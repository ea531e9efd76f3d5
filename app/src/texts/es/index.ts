import type { Texts } from '../en';
import { basket } from './basket';
import { checkout, publicView } from './checkout';
import { balance, documents, order, payment, waiting } from './order';
import { groups } from './groups';
import { statement } from './statement';
import { handOvers } from './handOvers';
import { helpers } from './helpers';
import { moves } from './moves';
import { movesAway } from './movesAway';
import { readElsewhere } from './readElsewhere';
import { names } from './names';
import { points } from './points';
import { mailForward, mailTarget } from './mail';
import { manyPoints } from './manyPoints';
import { ownPage } from './ownPage';
import { holderChange, holderCheck, security } from './security';
import { lineup, wordbench } from './compare';
import { nameCount, terms, years } from './counts';
import { find } from './find';
import { advice, codes, money, tally } from './money';
import { ideas, name, offer, taken, watch } from './name';
import { problems } from './problems';
import { requirements } from './requirements';

/** Todo lo que dice Tienda, en español. */
export const es: Texts = {
  app: 'Tienda',
  slogan: 'Encuentre un nombre, vea lo que cuesta conservarlo, regístrelo y cuide de él.',
  noScript: 'Tienda necesita JavaScript para buscar y para calcular precios.',
  terms,
  years,
  nameCount,
  find,
  name,
  taken,
  watch,
  offer,
  ideas,
  lineup,
  wordbench,
  checkout,
  publicView,
  payment,
  waiting,
  order,
  balance,
  documents,
  security,
  holderChange,
  mailForward,
  manyPoints,
  handOvers,
  helpers,
  moves,
  movesAway,
  readElsewhere,
  ownPage,
  mailTarget,
  holderCheck,
  places: {
    nav: 'Lugares',
    find: 'Buscar',
    basket: 'Cesta',
    names: 'Nombres',
    ahead: 'Por venir',
    account: 'Cuenta',
    basketCount: (count) => (count === 0 ? 'Cesta, vacía' : `Cesta, ${nameCount(count)}`),
  },
  money,
  problems,
  requirements,
  demo: 'Demostración: precios, personas y operadores inventados.',
  inboxLink: 'Buzón de demostración',
  failure: 'No se llega a Tienda. Revise la conexión; no se pierde nada de lo escrito.',
  again: 'Intentarlo otra vez',
  back: '← Atrás',
  loading: 'Un momento',
  rail: {
    group: (of) => `Años para ${of}`,
    cell: (year, amount, paid, allowed) =>
      `${year === 1 ? '1 año' : `${year} años`}: el año ${year} cuesta ${amount}, ${paid ? 'pagado hoy' : 'más tarde'}${allowed ? '' : ', no se ofrece como plazo'}`,
    offered: (all) => `Se ofrece ${all}.`,
  },
  basket,
  tally,
  codes,
  advice,
  groups,
  statement,
  names,
  points,
  ahead: {
    title: 'Por venir',
    empty: 'No vence nada',
    emptyDetail: 'Aquí aparece lo que costarán sus nombres, y cuándo.',
    signIn: 'Entre para ver lo que vence.',
    chart: 'Lo que vence, mes a mes',
    month: 'Mes',
    kept: 'se renueva',
    ends: 'termina si no lo renueva',
    keepIt: '¿Sigue?',
    keep: (name) => `Conservar ${name}`,
    keepOn: 'sigue',
    keepOff: 'se deja',
    dearest: 'Los más caros de mantener',
    beforeRise: 'Antes de que suban los precios',
    beforeRiseDetail: (count, saves) =>
      `${count === 1 ? 'Un nombre costará' : `${count} nombres costarán`} más, según han anunciado sus operadores. Añadir antes todos los años posibles ahorra ${saves}.`,
    riseDetail: (on, more, saves) => `${more} más al año desde el ${on} · ahorra ${saves}`,
    renewThem: 'Renovarlos antes',
    aYear: (amount) => `${amount} al año`,
    all: (count) => `Mostrar los ${count}`,
    nothing: 'No vence nada en diez años.',
    growth: 'Los precios suben',
    asToday: 'nada',
    csv: 'Guardar como CSV',
    currency: 'Moneda',
    asNamed: 'Como se elige',
    from: (year) => `${year}, desde hoy`,
    saved: 'abandonar nombres ahorra',
    total: 'Diez años',
    asIs: 'Esto no cambia nada en la tienda: la renovación automática se cambia en Nombres.',
    note: 'Sin impuestos, a los precios de hoy y a los que los operadores han anunciado.',
  },
  account: {
    title: 'Cuenta',
    signedInAs: (email) => `Ha entrado como ${email}`,
    signOut: 'Salir',
    orders: 'Pedidos',
    noOrders: 'Aún no hay pedidos.',
    order: (number, date) => `Pedido ${number}, ${date}`,
    autoRenew: 'Renovación automática de los nombres nuevos',
    autoRenewDetail:
      'Cómo queda la renovación automática al poner un nombre en la cesta. Cada nombre puede ser distinto.',
    invoiceFiles: 'Adjuntar las facturas en PDF',
    invoiceFilesDetail:
      'Cada factura va escrita en su correo, y su PDF se guarda aquí. Si lo activa, el correo lleva también el PDF.',
    calendar: {
      title: 'Calendario',
      detail:
        'Dé esta dirección a su calendario: muestra cuándo terminan los nombres y lo que se paga. Quien la tenga ve lo mismo.',
      change: 'Hacer otra dirección',
    },
    choices: 'Cómo habla y cuenta Tienda',
    contacts: 'Titulares guardados',
    vcard: 'Guardar como vCard',
    noContacts: 'Aún no hay titulares. Se piden en la caja.',
  },
  inbox: {
    title: 'Buzón de demostración',
    detail: 'El correo que envía esta demostración se queda en esta máquina y se muestra aquí.',
    empty: 'Aún no hay correo.',
    to: (email) => `Para ${email}`,
    attached: (file) => `Adjunto: ${file}`,
    clock: 'Reloj de la demostración',
    clockNow: (date) => `En la tienda es el ${date}. Lo que vence por el camino ocurre en su día.`,
    clockOn: { day: 'Un día más', month: 'Un mes más', year: 'Un año más' },
  },
  notFound: { title: 'Aquí no hay nada', detail: 'Esta página no existe.' },
  notShown: {
    title: 'No se pudo mostrar esta página',
    detail: 'Algo falló aquí, o no hay red. Lo que hay en la cesta sigue ahí.',
  },
};
