import type { comings as english } from './comingsEn';

/** Correos sobre nombres que vienen aquí, se van a otro sitio, o a otra cuenta. */
export const comings: typeof english = {
  handOvers: {
    offeredSubject: (from, count) => `${from} quiere entregarle ${count === 1 ? 'un nombre' : `${count} nombres`}`,
    offered: (from) => `${from} quiere entregar a su cuenta:`,
    comesAlong:
      'Lo pagado, sus fechas, entradas DNS, reenvío y su titular vienen con él. No se cobra nada; desde entonces las renovaciones corren de su cuenta.',
    answer: (by, url) =>
      `Acéptelo o rechácelo hasta el ${by}, con una sesión iniciada en esta dirección. Si aún no tiene cuenta, abra una con ella: ${url}`,
    nothing: 'Si no dice nada, nada cambia.',
    takenSubject: (count) => (count === 1 ? 'Un nombre es suyo ahora' : `${count} nombres son suyos ahora`),
    taken: (from) => `Entregado por ${from}:`,
    takenNext: (url) => `Vea sus renovaciones y quién los tiene: ${url}`,
    endedSubject: {
      taken: (to, count) => `${to} ha aceptado ${count === 1 ? 'un nombre' : `${count} nombres`}`,
      declined: (to, count) => `${to} ha rechazado ${count === 1 ? 'un nombre' : `${count} nombres`}`,
      expired: (to, _) => `${to} no ha respondido a tiempo`,
    },
    ended: {
      taken: (to) => `Ya no son suyos, y no se le cobra nada más por ellos. Aceptado por ${to}:`,
      declined: (to) => `Son suyos como antes. Rechazado por ${to}:`,
      expired: (to) => `Son suyos como antes. Sin respuesta de ${to}:`,
    },
    withdrawnSubject: (count) => `Ya no se ${count === 1 ? 'le ofrece un nombre' : `le ofrecen ${count} nombres`}`,
    withdrawn: (from) => `Retirado por ${from}:`,
  },
  movesAway: {
    askedSubject: (name) => `${name}: otro registrador lo pide`,
    asked: (name, to) => `El registrador ${to} ha pedido ${name} a su operador, con su código de autorización.`,
    silence: (until) => `Puede dejarlo ir o conservarlo hasta el ${until}. Si no dice nada, se va entonces.`,
    stays:
      'Los años pagados se van con él. Sus entradas DNS, su reenvío y su correo siguen aquí 14 días después de irse: téngalos listos en su destino para entonces. Aquí ya no se renueva.',
    answer: (url) => `Déjelo ir, o consérvelo: ${url}`,
    notYou:
      'Si no lo ha pedido usted, consérvelo, bloquéelo y cambie su contraseña: alguien conoce su código de autorización.',
    reminderSubject: (name) => `${name} se va mañana a otro registrador, si no lo conserva`,
    movedSubject: (name) => `${name} se ha ido`,
    moved: (name, until) =>
      `${name} está ahora con otro registrador, con los años pagados. Sus entradas DNS, su reenvío y su correo siguen aquí, tal como están, hasta el ${until}. No se cobra nada más por él.`,
    staysSubject: {
      rejected: (name) => `${name} se queda aquí`,
      cancelled: (name) => `${name} se queda aquí`,
      silent: (name) => `${name}: su operador no ha decidido`,
    },
    staysText: {
      rejected: (name) =>
        `Usted ha conservado ${name}, y su operador ha dicho que no a quien lo pedía. Bloquéelo si ha de quedarse: así nadie puede pedirlo.`,
      cancelled: (name) =>
        `Quien pedía ${name} ya no lo pide. Es suyo como antes. Bloquéelo si ha de quedarse: así nadie puede pedirlo.`,
      silent: (name) =>
        `El operador de ${name} no ha dicho qué será de él. Lo hemos tratado con él, y se lo diremos en cuanto se sepa.`,
    },
  },
  offers: {
    agreed: (name) => `Su oferta por ${name} fue aceptada`,
    agreedText: (name, amount) => `El titular de ${name} acepta ${amount}.`,
    agreedPays: (pays) =>
      `Con la comisión pagaría ${pays}, antes de impuestos; el traslado está incluido. No se ha cobrado nada.`,
    agreedNext: (by, url) =>
      `El precio vale hasta el ${by}. Cómprelo aquí; se le cobra cuando el nombre sea suyo: ${url}`,
    lapsed: (name) => `Su oferta por ${name} ha caducado`,
    lapsedText: (name, amount) =>
      `Durante dos semanas no se dijo ni se hizo nada sobre su oferta de ${amount} por ${name}, así que ha caducado. No se ha cobrado nada.`,
    countered: (name) => `El titular de ${name} pide más`,
    counteredText: (amount, asked, pays) =>
      `Usted ofreció ${amount}. El titular pide ${asked}; con la comisión pagaría ${pays}.`,
    counteredNext: 'Acéptelo, ofrezca otro importe o retírese. No se ha cobrado nada.',
    refused: (name) => `Su oferta por ${name} fue rechazada`,
    refusedText: (name, amount) => `El titular de ${name} no acepta ${amount}. No se ha cobrado nada.`,
    refusedNext: 'Puede vigilar el nombre, hacer otra oferta más adelante o mirar nombres parecidos.',
  },
  moves: {
    readySubject: (name) => `${name} ya puede trasladarse aquí`,
    ready: (name) => `Lo que impedía traer ${name} aquí ha terminado. Todavía no se ha pedido nada.`,
    readyNext: (url) => `Pídalo, o quítelo de la lista: ${url}`,
    waitsSubject: (number) => `Pedido ${number}: todavía espera donde está ahora`,
    waits: (until) =>
      `Su traslado se ha pedido, y donde está ahora el nombre no han respondido. El ${until} su silencio vale como un sí, y el nombre llega.`,
    waitsNext:
      'A menudo llega antes: busque un correo o un aviso de donde está ahora el nombre, y acepte allí el traslado. Todavía no se ha cobrado nada.',
    waitsSee: (url) => `Vea cómo va cada nombre: ${url}`,
  },
};
