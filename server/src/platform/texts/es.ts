import type { Texts } from './en';
import { comings } from './comingsEs';
import { helping } from './helpingEs';
import { papers } from './papersEs';

const more = (name: string, count: number) =>
  count > 2 ? `${name} y otros ${count - 1} nombres` : count === 2 ? `${name} y otro nombre` : name;

export const es: Texts = {
  accounts: {
    code: (code) => `${code} es su código para Tienda`,
    type: {
      confirm: 'Escriba este código para confirmar su correo:',
      reset: 'Escriba este código para poner una contraseña nueva:',
      change: (wanted) => `Escriba este código para cambiar su correo a ${wanted}:`,
    },
    goodFor: 'Vale durante 15 minutos. Si no lo ha pedido, no haga nada.',
    exists: 'Ya tiene una cuenta en Tienda',
    existsText:
      'Alguien, quizá usted, quiso usar este correo para una cuenta. Ya tiene una: entre con su contraseña, o pida una nueva donde se entra. No se ha cambiado nada.',
    password: 'Su cuenta: la contraseña ha cambiado',
    passwordText: 'La contraseña de su cuenta en Tienda ha cambiado.',
    mail: (address) => `Su cuenta: su correo es ahora ${address}`,
    mailText: (address) => `El correo de su cuenta en Tienda es ahora ${address}.`,
    twoStepOn: {
      subject: 'Su cuenta: se añadió un segundo paso',
      text: 'Al entrar en su cuenta de Tienda ahora se pide también un código de su aplicación.',
    },
    twoStepOff: {
      subject: 'Su cuenta: se quitó el segundo paso',
      text: 'Al entrar en su cuenta de Tienda se pide otra vez solo la contraseña.',
    },
    notYou: 'Si no ha sido usted, pida una contraseña nueva donde se entra y escríbanos.',
  },
  orders: {
    received: (number) => `Pedido ${number}: recibido`,
    here: 'Su pedido ha llegado:',
    line: {
      register: (name, years, amount) => `${name}, ${years}: ${amount}`,
      renew: (name, years, amount) => `${name}, renovado por ${years}: ${amount}`,
      restore: (name, years, amount) => `${name}, recuperado y renovado por ${years}: ${amount}`,
      transferIn: (name, _years, amount) => `${name}, trasladado aquí: ${amount}`,
      bought: (name, _years, amount) => `${name}, comprado a su titular y trasladado: ${amount}`,
      update: (name, years, amount) => `${name}, privacidad por ${years}: ${amount}`,
    },
    hold: {
      subject: (number) => `Pedido ${number}: hace falta otra tarjeta`,
      text: (amount, until) =>
        `Lo que pidió tarda más de lo que su banco retiene el dinero: libera ${amount} el ${until}, y no quiso retenerlo otra vez.`,
      next: (url) => `Dé una tarjeta que pueda retenerlo y todo sigue. No se cobra nada hasta que esté hecho: ${url}`,
      else: 'Si no hay otra para entonces, lo que siga en marcha se anula y no paga nada por ello.',
    },
    years: (years) => (years === 1 ? '1 año' : `${years} años`),
    total: (amount) => `Total con impuestos: ${amount}`,
    sentNow: 'Va ahora a los operadores. Solo se cobra lo que lleven a cabo.',
    send: (amount) => `Envíe ${amount} por transferencia:`,
    payee: (payee) => `a: ${payee}`,
    iban: (iban) => `IBAN: ${iban}`,
    reference: (reference) => `referencia: ${reference}`,
    arrive: (date) =>
      `Tiene que llegar antes del ${date}. Los nombres se registran cuando haya llegado. Ningún operador los guarda hasta entonces: otra persona puede registrar uno antes, y entonces se le devuelve su precio.`,
    done: {
      register: {
        subject: (name) => `${name} está registrado`,
        text: (name, number, years, date) =>
          `${name}, del pedido ${number}, está registrado por ${years}, hasta el ${date}.`,
      },
      renew: {
        subject: (name) => `${name} está renovado`,
        text: (name, number, years, date) =>
          `${name} se renovó con el pedido ${number} por ${years}, hasta el ${date}.`,
      },
      restore: {
        subject: (name) => `${name} está recuperado`,
        text: (name, number, years, date) =>
          `${name} ha vuelto: se recuperó con el pedido ${number} y se renovó por ${years}, hasta el ${date}.`,
      },
      transferIn: {
        subject: (name) => `${name} ya está aquí`,
        text: (name, number, _years, date) =>
          `${name} se ha trasladado aquí con el pedido ${number}. Está pagado hasta el ${date} y bloqueado contra traslados. Sus servidores de nombres siguen igual, así que su web y su correo no cambian.`,
      },
      update: {
        subject: (name) => `${name}: su titular está oculto`,
        text: (name, number, years, _date) =>
          `El titular de ${name} está oculto al público, con el pedido ${number}, por ${years}.`,
      },
    },
    autoRenewOn: 'La renovación automática está activada: toca ese día. Puede desactivarla cuando quiera.',
    autoRenewOff: 'La renovación automática está desactivada: termina ese día si no se renueva.',
    ended: (number, outcome) => `Pedido ${number}: ${outcome}`,
    outcome: {
      register: {
        one: (name) => `${name} está registrado`,
        partly: (count, of) => `${count} de ${of} nombres están registrados`,
        nothing: 'no se pudo registrar nada',
      },
      renew: {
        one: (name) => `${name} está renovado`,
        partly: (count, of) => `${count} de ${of} nombres están renovados`,
        nothing: 'no se pudo renovar nada',
      },
      restore: {
        one: (name) => `${name} está recuperado`,
        partly: (count, of) => `${count} de ${of} nombres están recuperados`,
        nothing: 'no se pudo recuperar nada',
      },
      transferIn: {
        one: (name) => `${name} ya está aquí`,
        partly: (count, of) => `${count} de ${of} nombres ya están aquí`,
        nothing: 'no se pudo trasladar ningún nombre',
      },
      update: {
        one: (name) => `el titular de ${name} está oculto`,
        partly: (count, of) => `los titulares de ${count} de ${of} nombres están ocultos`,
        nothing: 'no se pudo ocultar a ningún titular',
      },
      mixed: {
        one: (name) => `una de varias cosas está hecha: ${name}`,
        partly: (count, of) => `${count} de ${of} cosas están hechas`,
        nothing: 'no se pudo hacer nada',
      },
      notPaid: 'no pagado',
      returned: 'su dinero va de vuelta',
    },
    came: 'Así terminó su pedido.',
    declined: {
      refused: (said) => `El pago fue rechazado: “${said}”`,
      cancelled: 'El pago se abandonó.',
      tooLate: 'El pago no llegó a tiempo.',
      silent: 'El proveedor de pagos no respondió en media hora. Si retiene dinero por este pedido, queda libre.',
    },
    nothingTaken: 'No se hizo ni se cobró nada. Lo elegido está otra vez en la cesta, sin reservar.',
    lineDone: {
      register: (name, years, date) => `${name}: registrado por ${years}, hasta el ${date}`,
      renew: (name, years, date) => `${name}: renovado por ${years}, hasta el ${date}`,
      restore: (name, years, date) => `${name}: recuperado y renovado por ${years}, hasta el ${date}`,
      transferIn: (name, _years, date) => `${name}: trasladado aquí, pagado hasta el ${date}`,
      update: (name, years, _date) => `${name}: su titular está oculto por ${years}`,
    },
    lineNot: {
      register: (name, why) => `${name}: no registrado. ${why}`,
      renew: (name, why) => `${name}: no renovado. ${why}`,
      restore: (name, why) => `${name}: no recuperado. ${why}`,
      transferIn: (name, why) => `${name}: no trasladado. ${why}`,
      update: (name, why) => `${name}: su titular no está oculto. ${why}`,
    },
    taken: (amount) => `Cobrado: ${amount}, impuestos incluidos`,
    takenNothing: (amount) => `Cobrado: ${amount}`,
    lost: 'Su banco había soltado el dinero antes de que se cobrara. No se ha cobrado nada; le escribiremos.',
    fromBalance: (amount) => `De ello, de su saldo: ${amount}`,
    givenBack: (amount) => `Devuelto: ${amount}`,
    backOnBalance: (amount) => `De vuelta en su saldo: ${amount}`,
    paper: { invoice: (number) => `Factura ${number}`, creditNote: (number) => `Abono ${number}` },
    paperText: (paper, order, amount) => `${paper} del pedido ${order}, por ${amount}, a continuación.`,
  },
  holders: {
    confirm: (date) => `Confirme su correo antes del ${date}`,
    named: (names) => `Usted figura como titular de ${names}. Los operadores quieren saber que este correo le llega.`,
    open: 'Abra esta página y confírmelo:',
    otherwise: (date) =>
      `Los nombres de un correo sin confirmar el ${date} quedan fuera de servicio hasta que se confirme: las páginas y el correo se paran.`,
    nothing: 'Si no sabe nada de esto, responda a este correo.',
    reminder: (date) => `Recordatorio: confirme su correo antes del ${date}`,
    reminderText: (date) =>
      `Su correo como titular de nombres aún no está confirmado. Abra esta página y confírmelo antes del ${date}:`,
    reminderOtherwise: 'Si no, los nombres quedan fuera de servicio hasta que lo haga.',
    suspended: (name) => `${name} está suspendido`,
    suspendedText: (name) =>
      `${name} está fuera de servicio, porque el correo de su titular no se confirmó a tiempo. Vuelve en minutos en cuanto lo confirme aquí:`,
    released: (name) => `${name} vuelve a estar en servicio`,
    releasedText: (name) =>
      `El correo de su titular está confirmado: ${name} vuelve a estar en servicio. Pueden pasar horas hasta que todos lo vean.`,
  },
  mailForwards: {
    subject: (address) => `¿Quiere recibir el correo de ${address}?`,
    asked: (addresses) =>
      `Quien cuida de este nombre quiere que el correo a ${addresses} se reenvíe a esta dirección. No llega nada antes de que usted acepte.`,
    open: 'Abra esta página, y acepte o rechace:',
    nothing: 'Si no dice nada, no se le envía nada. La misma página lo termina más adelante.',
    testSubject: (address) => `Prueba de ${address}`,
    test: 'Este correo se envió a su nombre como lo haría cualquiera, y se reenvió desde allí. Si lo lee, funciona.',
  },
  holderChanges: {
    subject: (name, count) => `¿Debe cambiar de titular ${more(name, count)}?`,
    asked: (count, from, to) =>
      `Quien cuida de ${count === 1 ? 'este nombre' : 'estos nombres'} pide que su titular sea ${to} en lugar de ${from}:`,
    open: (by) => `Abra esta página hasta el ${by}, y acepte o rechace:`,
    otherwise: 'Tienen que aceptar los dos. Si uno rechaza o no dice nada, nada cambia.',
    stays:
      'Después no se pueden llevar a otro registrador durante 60 días, salvo que usted renuncie a ello en la página.',
    unknown: 'Si no sabe nada de esto, rechace.',
    doneSubject: (name, count) => `${more(name, count)}: ${count === 1 ? 'ha' : 'han'} cambiado de titular`,
    done: (to) => `Desde hoy su titular es ${to}:`,
    stayed: 'Durante 60 días no se pueden llevar a otro registrador.',
    free: 'Se pueden llevar a otro registrador enseguida, como se acordó.',
    notDone: 'No han cambiado, porque un operador no quiso o porque era tarde:',
    gone: 'Se dejó ir, o terminó su plazo, antes de que aceptaran los dos.',
    nothingSubject: (name, count) => `${more(name, count)}: el titular sigue siendo el mismo`,
    refused: {
      old: 'Quien es su titular ha rechazado.',
      new: 'Quien iba a ser su titular ha rechazado.',
    },
    expired: 'No aceptaron los dos en siete días.',
    withdrawn: 'Quien lo pidió lo ha retirado.',
    nothing: (from) => `Nada ha cambiado; su titular es ${from}, como antes:`,
  },
  watches: {
    free: (name) => `${name} está libre`,
    freeText: (name) => `Pidió que le avisáramos cuando ${name} quedara libre. Su operador dice ahora que lo está.`,
    premium: (first, later) => `Su operador pide ${first} el primer año y ${later} cada año siguiente.`,
    usual: 'Cuesta lo que cualquier nombre con esta extensión.',
    notHeld: 'Es de quien lo registre primero; este correo no lo reserva.',
  },
  priceRises: {
    subject: (count) =>
      count === 1 ? 'Renovar uno de sus nombres costará más' : `Renovar ${count} de sus nombres costará más`,
    announced: 'Sus operadores han anunciado precios más altos:',
    line: (extension, on, more, count) =>
      `.${extension}, desde el ${on}: ${more} más al año${count === 1 ? '' : ` por cada uno de ${count} nombres`}.`,
    before: (saved) =>
      `Los años que añada antes cuestan lo que hoy. Añadir todos los posibles ahorraría ${saved}, sin impuestos.`,
    byItself: 'Lo que se renueva solo sigue como lo eligió: nunca se cobra más de lo último que se le dijo.',
    see: (url) => `Véalos y renuévelos antes: ${url}`,
  },
  renewals: {
    subject: {
      renews: (name) => `${name} se renueva solo: lo que costará`,
      ends: (name, date) => `${name} termina el ${date}`,
    },
    subjects: {
      renews: (count) => `${count} nombres se renuevan solos: lo que costarán`,
      ends: (count) => `${count} de sus nombres: lo que termina y lo que se renueva`,
    },
    renews: 'Estos tienen la renovación automática activada. Esto es lo que se cobrará, con impuestos, y nunca más:',
    renewsLine: (name, amount, on, ends) => `${name}: ${amount} el ${on}; su plazo termina el ${ends}.`,
    wasTold: (amount) => `Antes se le dijo ${amount}.`,
    pays: 'Paga primero su saldo, después la última tarjeta que guardó y después las demás.',
    ends: 'Estos tienen la renovación automática desactivada. Terminan si no los renueva:',
    endsLine: (name, ends, renewable, restorable) =>
      `${name}: termina el ${ends}. Se puede renovar antes del ${renewable}, recuperar a un precio más alto antes del ${restorable}, y después no.`,
    change: (url) => `Renuévelos o cambie la renovación automática: ${url}`,
    unpaidSubject: (name) => `${name} no se pudo renovar: no se pagó`,
    unpaidSubjects: (count) => `${count} nombres no se pudieron renovar: no se pagaron`,
    noWay: 'Vencían y no había con qué pagar: su saldo no alcanza y no hay ninguna tarjeta guardada.',
    refused: (said) => `Vencían y ninguna tarjeta pagó. La última respuesta fue: “${said}” No se ha cobrado nada.`,
    unpaidLine: (name, ends, next) => `${name}: su plazo termina el ${ends}. ${next}`,
    nextTry: (date) => `Lo intentamos otra vez el ${date}.`,
    noMoreTries: (date) => `No lo intentamos más. Puede renovarlo usted antes del ${date}.`,
    payNow: (url) => `Pague de otra forma: ${url}`,
    cardSubject: (last4, until) => `Su tarjeta que acaba en ${last4} sirve hasta el ${until}`,
    cardText: (last4, until, names) =>
      `La tarjeta que acaba en ${last4} paga ${names === 1 ? 'un nombre que se renueva solo' : `${names} nombres que se renuevan solos`}, y sirve hasta el ${until}.`,
    cardFirst: (name, on) => `El primero en terminar es ${name}, el ${on}.`,
    cardNext: (url) => `Guarde otra tarjeta con su próximo pago, o ingrese dinero: ${url}`,
    stageSubject: {
      grace: (name) => `${name} ha terminado y todavía se puede renovar`,
      redemption: (name) => `${name} ya solo se puede recuperar`,
      pendingDelete: (name) => `${name} está a punto de borrarse`,
      gone: (name) => `${name} ya no es suyo`,
    },
    stageSubjects: (count) => `${count} de sus nombres han terminado: cómo están`,
    stageLine: {
      grace: (name, until) =>
        `${name}: su plazo ha terminado. Se puede renovar al precio de renovación antes del ${until}.`,
      redemption: (name, until) =>
        `${name}: está fuera de servicio. Se puede recuperar antes del ${until}, por el precio de recuperación y una renovación.`,
      pendingDelete: (name, until) =>
        `${name}: su operador lo borra a más tardar el ${until}. Hasta entonces no se puede hacer nada.`,
      gone: (name) => `${name}: su operador lo ha borrado. Cualquiera puede registrarlo.`,
    },
    seeNames: (url) => `Sus nombres: ${url}`,
  },
  calendar: {
    title: 'Nombres en Tienda',
    renews: (name) => `${name} se renueva solo: se paga`,
    toldLater: 'Lo que se cobra se avisa 60 y 30 días antes de su fin.',
    told: (amount) => `No se cobra más de ${amount}, con impuestos, como se le dijo.`,
    termEnds: (name) => `${name}: su plazo termina`,
    ends: (name) => `${name} termina si no lo renueva`,
    lastDay: (name) => `${name}: último día para renovarlo al precio de renovación`,
  },
  givingBack: {
    done: (name) => `${name} está devuelto`,
    doneText: (name) =>
      `${name} se borró en su operador, como usted pidió. Ya no es suyo: cualquiera puede registrarlo.`,
    back: (amount, way) => `${amount}, impuestos incluidos, vuelve ${way}.`,
    toMethod: 'por donde pagó',
    toBalance: 'a su saldo',
    nothing: 'No se cobró nada por él, así que no vuelve nada.',
    not: (name) => `${name} no se pudo devolver`,
    notText: (name, why) => `${name} sigue siendo suyo, y no vuelve nada. ${why}`,
  },
  changes: {
    authCode: (name) => `${name}: se mostró un nuevo código de autorización`,
    authCodeText: (name) =>
      `Alguien que conoce su contraseña pidió el código de autorización de ${name}. Con él el nombre se puede trasladar a otro registrador cuando esté desbloqueado. Si no fue usted, bloquee el nombre, ponga otra contraseña y escríbanos.`,
  },
  ...comings,
  helping,
  ...papers,
};
