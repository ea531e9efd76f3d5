import type { Texts } from '../en';
import { years } from './counts';

export const names: Texts['names'] = {
  title: 'Nombres',
  empty: 'Aún no hay nombres',
  emptyDetail: 'Aquí aparecen los nombres que registre, con cuándo terminan y lo que cuesta mantenerlos.',
  signIn: 'Entre para ver sus nombres.',
  until: (date) => `hasta el ${date}`,
  autoRenewOn: 'renovación automática activada',
  autoRenewOff: 'renovación automática desactivada',
  privacy: {
    on: 'privacidad activada',
    off: 'privacidad desactivada',
    hiddenByRegistry: 'el operador oculta los datos',
    notAllowed: 'titular a la vista',
  },
  registered: 'Registrado',
  expires: 'Termina',
  holder: 'Titular',
  after: 'Si no se renueva',
  grace: (from, until) =>
    `Desde el ${from} deja de funcionar, y aún se puede renovar al precio de renovación hasta el ${until}.`,
  noGrace: (from) => `Desde el ${from} deja de funcionar.`,
  redemption: (from, until) =>
    `Del ${from} al ${until} se puede recuperar por el precio de recuperación y una renovación.`,
  free: (date) => `Desde el ${date} cualquiera puede registrarlo.`,
  back: 'Todos los nombres',
  renew: 'Renovarlo',
  renewDetail: (until, each) => `Está pagado hasta el ${until}. Cada año más cuesta hoy ${each}.`,
  renewFull: 'Está pagado con toda la antelación posible: diez años.',
  renewPut: 'Poner una renovación en la cesta',
  renewInBasket: 'Su renovación está en la cesta.',
  toBasket: 'Ir a la cesta',
  restore: 'Recuperarlo',
  restoreDetail: (amount, until) =>
    `Recuperarlo cuesta ${amount} sin impuestos: el precio de recuperación y una renovación. Se puede hacer antes del ${until}.`,
  restorePut: 'Poner en la cesta',
  restoreInBasket: 'Su recuperación está en la cesta.',
  tooLate: 'Terminó hace demasiado tiempo para renovarlo.',
  log: 'Qué ha pasado',
  logWho: { owner: 'usted', clock: 'la tienda', registry: 'su operador' },
  logWhat: {
    registered: (term, until) => `registrado por ${years(term)}, hasta el ${until}`,
    renewed: (term, until) => `renovado por ${years(term)}, hasta el ${until}`,
    restored: (term, until) => `recuperado, y renovado por ${years(term)}, hasta el ${until}`,
    autoRenewOn: 'renovación automática activada',
    autoRenewOff: 'renovación automática desactivada',
    locked: 'bloqueado contra traslados',
    unlocked: 'desbloqueado, se puede trasladar',
    grouped: (title) => `puesto en el grupo «${title}»`,
    ungrouped: 'sacado de su grupo',
    givenBack: 'devuelto, borrado en su operador',
    authCode: 'se hizo un nuevo código de autorización',
    suspended: 'fuera de servicio: no se confirmó la dirección del titular',
    released: 'otra vez en servicio',
    grace: 'terminó, aún se puede renovar',
    redemption: 'en recuperación',
    pendingDelete: 'a punto de borrarse',
    gone: 'borrado',
  },
  well: {
    well: (until, renews, lock) => `Todo está bien. Pagado hasta el ${until}, ${renews}, ${lock}.`,
    renewsByItself: 'se renueva solo',
    ends: 'termina entonces si no lo renueva',
    locked: 'bloqueado',
    unlocked: 'sin bloquear',
    suspended: 'Fuera de servicio: su titular no ha confirmado la dirección. Confírmela y volverá a funcionar.',
    grace: (until) => `Su plazo ha terminado. Renuévelo antes del ${until}, al precio de renovación.`,
    redemption: (until) => `Está fuera de servicio y solo se puede recuperar, antes del ${until}.`,
    pendingDelete: 'Su operador está a punto de borrarlo. No se puede hacer nada.',
    unpaid: (on, next) =>
      next === undefined
        ? `No se pudo pagar el ${on} y no se intenta más. Renuévelo usted.`
        : `No se pudo pagar el ${on}. Se intenta otra vez el ${next}.`,
    payAnotherWay: 'Pagar de otra forma',
    ending: (days) => (days > 1 ? `Termina en ${days} días si no lo renueva.` : 'Termina mañana si no lo renueva.'),
  },
  charge: {
    told: (amount, on) => `${amount} con impuestos el ${on}, como se le dijo`,
    toCome: (amount, on) => `${amount} sin impuestos el ${on}; se avisa 60 y 30 días antes de su fin`,
    noMore: 'activada, pero no se intenta más en este plazo',
  },
  givingBack: {
    title: 'Devolverlo',
    until: (date) => `Es nuevo: hasta el ${date} se puede devolver, una vez.`,
    back: (amount, way) => `${amount}, impuestos incluidos, vuelve ${way}.`,
    toMethod: 'por donde pagó',
    toBalance: 'a su saldo',
    nothing: 'No se cobró nada por él, así que no vuelve nada.',
    sure: 'Entonces se borra en su operador, deja de funcionar enseguida y cualquiera puede registrarlo.',
    ask: 'Devolver el nombre',
    doIt: 'Devolverlo ahora',
    leaveIt: 'Quedármelo',
    done: (name) => `${name} está devuelto. Ya no es suyo.`,
    note: 'El abono va de camino por correo.',
  },
  transfer: {
    title: 'Llevarlo a otro sitio',
    lock: 'Bloqueado contra traslados',
    lockOn: 'nadie puede llevarlo a otro registrador',
    lockOff: 'quien tenga el código de autorización puede llevárselo',
    changing: 'Su operador aún no ha respondido. El cambio se hace en cuanto responda.',
    code: 'Código de autorización',
    codeDetail: 'Lo pide el otro registrador. Cada uno se muestra una vez, y el anterior deja de servir.',
    codeAsk: 'Mostrar un código nuevo',
    codeShown: (code) => `El código de autorización es ${code}`,
    codeOnce: 'Anótelo ahora: no se puede volver a mostrar.',
  },
  find: (count) => `Buscar entre ${count}`,
  show: {
    all: (count) => `Todos · ${count}`,
    soon: (count) => `Terminan en 30 días · ${count}`,
    within60: (count) => `60 días · ${count}`,
    within90: (count) => `90 días · ${count}`,
    restorable: (count) => `Por recuperar · ${count}`,
    unconfirmed: (count) => `Titular sin confirmar · ${count}`,
    ending: (count) => `Terminan solos · ${count}`,
    unpaid: (count) => `Pago en riesgo · ${count}`,
    unlocked: (count) => `Sin bloquear · ${count}`,
    suspended: (count) => `Fuera de servicio · ${count}`,
  },
  inGroup: 'Grupo',
  anyGroup: 'Todos los grupos',
  sort: 'Orden',
  sorts: {
    ends: 'Los que antes terminan',
    endsLast: 'Los que más tarde terminan',
    name: 'Por nombre',
    newest: 'Los más nuevos',
    oldest: 'Los más antiguos',
  },
  csv: 'Guardar como CSV',
  csvHeads: {
    name: 'nombre',
    registered: 'registrado',
    ends: 'termina',
    autoRenew: 'renovación automática',
    amount: 'renovación sin impuestos',
    currency: 'moneda',
    lock: 'bloqueado',
    privacy: 'privacidad',
  },
  yes: 'sí',
  no: 'No',
  noneFit: 'Ningún nombre es así.',
  more: 'Mostrar más',
  ends: (date, days) =>
    days < 0
      ? `terminó el ${date}`
      : days === 0
        ? 'termina hoy'
        : days <= 60
          ? `en ${days === 1 ? '1 día' : `${days} días`}, ${date}`
          : `hasta el ${date}`,
  renewsFor: (amount) => `se renueva por ${amount}`,
  endsByItself: 'termina solo',
  renewable: (amount) => `se renueva por ${amount}`,
  restoresFor: (amount) => `se recupera por ${amount}`,
  beingDeleted: 'a punto de borrarse',
  notPaid: 'sin pagar',
  unlocked: 'sin bloquear',
  choose: (name) => `Elegir ${name}`,
  chosen: (count) => (count === 1 ? '1 elegido' : `${count} elegidos`),
  chooseAll: (count) => `Elegir los ${count}`,
  chooseMatching: 'Elegir todos los que coinciden',
  chooseNone: 'No elegir ninguno',
  changes: {
    autoRenewOn: 'Activar renovación',
    autoRenewOff: 'Desactivar renovación',
    lock: 'Bloquear',
    unlock: 'Desbloquear',
    group: 'Poner en un grupo',
    renew: 'Renovar',
  },
  willChange: (will, already, cannot) =>
    [
      will === 1 ? 'Cambiará 1 nombre.' : `Cambiarán ${will} nombres.`,
      ...(already > 0 ? [`${already} ya ${already === 1 ? 'está' : 'están'} así.`] : []),
      ...(cannot > 0
        ? [`${cannot} no ${cannot === 1 ? 'puede: su plazo ha terminado' : 'pueden: sus plazos han terminado'}.`]
        : []),
    ].join(' '),
  willRenew: (renewed, restored, cannot) =>
    [
      renewed === 1 ? 'Se puede renovar 1 nombre.' : `Se pueden renovar ${renewed} nombres.`,
      ...(restored > 0 ? [`${restored} solo se pueden recuperar, a un precio más alto.`] : []),
      ...(cannot > 0 ? [`${cannot} no: pagados diez años por adelantado, o demasiado tarde.`] : []),
      'No se paga nada antes de terminar la compra.',
    ].join(' '),
  putMany: 'Ponerlos en la cesta',
  doIt: 'Cambiarlos',
  leaveIt: 'Dejarlos',
  haveChanged: (changed, asked, waiting) =>
    [
      ...(changed > 0 ? [changed === 1 ? 'Se cambió 1 nombre.' : `Se cambiaron ${changed} nombres.`] : []),
      ...(asked > 0 && waiting === 0
        ? [asked === 1 ? 'Su operador ha respondido.' : 'Todos sus operadores han respondido.']
        : []),
      ...(waiting > 0
        ? [
            `${asked - waiting} de ${asked} están hechos; los demás siguen cuando respondan sus operadores, aunque se vaya.`,
          ]
        : []),
      ...(changed + asked === 0 ? ['No había nada que cambiar.'] : []),
    ].join(' '),
  undo: 'Deshacer',
};
