import type { ProblemWords } from '../en/problemWords';
import { moves } from './moves';
import { requirements } from './requirements';
import { letterWords } from './scripts';

const notRead = 'La petición no se entendió: vuelva a cargar la página.';

/** Por su código: de los nombres, de los formularios, del servidor. */
const byCode: Readonly<Record<string, ProblemWords>> = {
  // Nombres
  badName: 'Esto no puede ser un nombre: revíselo.',
  badCharacter: ({ character, position, typed }) =>
    character === undefined
      ? 'Hay un signo que no se puede guardar: escríbalo otra vez.'
      : `${character === ' ' ? 'Un espacio' : `“${character}”`}, el carácter ${position} de “${typed}”, no puede estar en un nombre: use letras, cifras y guiones.`,
  hyphenAtEnd: 'Un nombre no puede empezar ni acabar con guion: quítelo.',
  hyphensThirdAndFourth:
    'Los guiones en tercer y cuarto lugar se reservan a nombres internacionales: use uno o ninguno.',
  labelTooLong: ({ name, length, limit }) =>
    `“${name}” ocupa ${length} caracteres tal como se guarda, y caben ${limit}: acórtelo.`,
  labelTooShort: ({ extension, limit }) => `Los nombres .${extension} tienen al menos ${limit} caracteres: alárguelo.`,
  nameTooLong: ({ length, limit }) => `El nombre tiene ${length} caracteres, y caben ${limit}: acórtelo.`,
  scriptNotOffered: ({ extension, scripts }) =>
    `.${extension} no ofrece nombres en letras ${letterWords(scripts?.split(', '))}.`,
  mixedScripts: ({ name, scripts }) =>
    `“${name}” mezcla letras ${letterWords(scripts?.split(', '))}, que se parecen: escríbalo en una sola escritura.`,
  unknownExtension: ({ extension, meant }) => {
    if (meant !== undefined) return `No hay ninguna extensión .${extension}: ¿quería decir .${meant}?`;
    return extension === undefined
      ? 'Tienda no ofrece nombres sin extensión: elija una.'
      : `Tienda no ofrece .${extension}: elija otra extensión.`;
  },
  subName: ({ typed, name }) => `“${typed}” es parte de ${name}: ese es el nombre que se registra.`,
  empty: 'Falta el nombre: escriba al menos una letra o cifra.',
  tooMany: ({ length, limit, words, extensions }) => {
    if (words !== undefined)
      return `${words} palabras en ${extensions} extensiones son demasiados nombres a la vez: cada una se prueba en las ${limit} más elegidas. Elija una extensión para ver otras.`;
    return length === undefined
      ? `Son demasiados a la vez: ${limit} como mucho.`
      : `Se dieron ${length} nombres; se buscan los ${limit} primeros. Busque los demás aparte.`;
  },
  tooLong: 'Es demasiado largo: acórtelo.',
  // Cesta y presupuesto
  repeatedName: ({ name }) => `Ya está en la lista ${name}.`,
  termNotOffered: ({ extension, terms }) =>
    `La extensión .${extension} se ofrece por ${terms} ${terms === '1' ? 'año' : 'años'}: elija otro plazo.`,
  notAvailable: ({ name }) => `Ya no se puede registrar ${name}: quítelo de la cesta.`,
  notMovable: ({ name }) =>
    `Todavía no se puede trasladar ${name}: vea lo que falta en “Traer nombres aquí”, o quítelo de la cesta.`,
  notHeld: ({ name }) => `No está entre sus nombres ${name}.`,
  ranOut: ({ name }) => `Venció hace demasiado tiempo ${name} y ya no se puede renovar: quítelo de la cesta.`,
  notInRedemption: ({ name }) =>
    `No está en recuperación ${name} y no hace falta recuperarlo: quítelo de la cesta y renuévelo.`,
  notYearsToRun: ({ name, years }) =>
    `A ${name} ${years === 1 ? 'le queda un año: la privacidad se compra por él' : `le quedan ${years} años: la privacidad se compra por todos ellos`}.`,
  privacyNotSold: ({ name }) => `Para ${name} no hay privacidad que comprar: quítelo de la cesta.`,
  hiddenAlready: ({ name }) => `El titular de ${name} ya está oculto: quítelo de la cesta.`,
  beyondRestore: ({ name }) => `Ya no se puede recuperar ${name}: su operador está por borrarlo. Quítelo de la cesta.`,
  beyondTenYears: ({ name, day }) => `Como mucho se puede pagar ${name} hasta el ${day}: elija menos años.`,
  transferNotOneYear: 'Un traslado añade exactamente un año.',
  basketFull: 'En la cesta caben 500 nombres: pague o quite algunos.',
  unknownCurrency: 'Elija una moneda en la que Tienda cobre.',
  // Cuenta y formularios
  isEmail: 'Escriba un correo que pueda recibir, como maren@saltwhistle.example.',
  neededText: 'Falta esto, o es demasiado largo.',
  singleLine: 'Aquí hay un signo que no se ve: escríbalo otra vez.',
  tooDeep: notRead,
  isString: 'Falta esto.',
  isLength: 'Falta esto, o es demasiado largo: escríbalo.',
  isInt: 'Escriba un número entero.',
  min: 'Es demasiado poco: escriba una cifra mayor.',
  max: 'Es demasiado: escriba una cifra menor.',
  arrayMinSize: 'Elija al menos una cosa.',
  arrayMaxSize: 'Son demasiadas cosas a la vez: quite algunas.',
  isArray: notRead,
  isBoolean: notRead,
  isObject: notRead,
  isUuid: notRead,
  nestedValidation: notRead,
  notAnObject: notRead,
  repeated: notRead,
  notOffered: notRead,
  badNumber: notRead,
  unknownPlace: notRead,
  unknownStandIn: notRead,
  missing: 'Falta esto: escríbalo.',
  notADate: 'Eso no es un día: escríbalo como AAAA-MM-DD.',
  maxLength: 'Es demasiado largo: acórtelo.',
  isIn: 'Elija una de las opciones.',
  isIso31661Alpha2: 'Elija un país.',
  isISO31661Alpha2: 'Elija un país.',
  organisationWhenNeeded: 'Falta el nombre de la organización que tendrá el nombre.',
  regionWhenNeeded: 'Las direcciones de este país llevan estado o provincia.',
  postalCodeOfCountry: 'No está escrito como un código postal de este país: revíselo.',
  phoneNumber: 'Escriba el teléfono con el prefijo del país, como +353 20 915 0123.',
  badVatNumber: 'No es un número de IVA de ese país: revíselo, o quítelo y se cobra el IVA.',
  wrongPassword: 'Esa no es su contraseña: escríbala otra vez.',
  wrongStepCode: 'El código no es ese, o ya se usó: espere al siguiente.',
  sameMail: 'Ese es el correo que la cuenta ya tiene.',
  balanceTooLow: 'En su saldo hay menos que eso: pague el resto de otra manera, o ingrese antes.',
  outOfRange: 'El importe es demasiado pequeño o demasiado grande.',
  unknownCard: 'Esa tarjeta ya no está guardada: escríbala otra vez.',
  tokenNeeded: 'Escriba antes la tarjeta.',
  codesTried:
    'Hoy se han probado para él muchos códigos que no encajan. Pida uno nuevo donde está ahora y pruébelo mañana.',
  wrongCode: 'El código no es ese: revíselo o pida otro.',
  codeExpired: 'El código ya no vale: pida otro.',
  passwordRules: 'La contraseña no cumple las reglas de arriba.',
  matches: 'No está escrito como debe: revíselo.',
  notDeclared: ({ name, requirement = '' }) =>
    `Para ${name}: ${requirements[requirement] ?? requirement} Diga que se cumple, o quite el nombre.`,
  evidenceNeeded: ({ name, requirement = '' }) =>
    `Para ${name}: ${requirements[requirement] ?? requirement} Falta el número con el que se comprueba.`,
  latinNeeded: ({ name, contact }) =>
    `El operador de ${name} solo acepta letras latinas: escriba también así el contacto “${contact}”.`,
  notInQuote: ({ name }) => `No está en el presupuesto ${name}.`,
  notAgreed: ({ title }) => `Lea y acepte las condiciones: “${title}”.`,
  unknownContact: 'Ese titular no está entre los suyos: elija otro.',
  unknownQuote: 'Ese presupuesto ya no existe: abra el repaso otra vez.',
  'card.number': 'El número de tarjeta tiene un error.',
  'card.expiry': 'La tarjeta ha caducado, o el mes no está escrito MM/AA.',
  'card.cvc': 'El código de seguridad tiene tres o cuatro cifras.',
  sameAccount: 'Esa es esta misma cuenta: escriba el correo de la otra.',
  limitNeeded: 'Diga por cuánto puede comprar al mes.',
  nothing: 'Elija al menos una cosa.',
  titleTaken: ({ title }) => `Ya hay un grupo que se llama “${title}”: póngale otro nombre.`,
  nobody: 'Elija al menos un contacto.',
  offered: ({ name }) => `Ya hay una oferta por ${name}: cámbiela o retírela.`,
  notTaken: ({ name }) => `No está registrado ${name}: no lo tiene nadie.`,
  balanceItself: 'El saldo se ingresa de otra manera: elija otra.',
  unknownGroup: 'Ese grupo no está entre los suyos.',
  beyondLimit: 'Esto supera lo que puede comprar al mes para esta cuenta: pida menos, o hable con su dueño.',
  ownersWay: 'Elija una tarjeta que guarde la cuenta, o su saldo.',
  // Respuestas del servidor, por su tipo
  '/problems/leave-ended': 'Ya no ayuda a esta cuenta.',
  '/problems/not-allowed': 'Quien tiene la cuenta no le ha dado permiso para esto.',
  '/problems/helps-already': ({ email }) => `Ya ayuda, o ya está invitada: ${email}.`,
  '/problems/answered': 'Ya había respondido, y se está avisando al operador.',
  '/problems/over': 'Ya ha terminado.',
  '/problems/under-way': ({ name }) => `Todavía está en marcha algo de ${name}: inténtelo dentro de un rato.`,
  '/problems/account-in-use': 'La cuenta todavía hace falta: tiene nombres, saldo, un pedido o una oferta en marcha.',
  '/problems/two-step-on': 'El segundo paso ya está activado.',
  '/problems/no-second-step': 'Escriba antes el correo y la contraseña.',
  '/problems/order-busy': 'Se está mirando el pago: inténtelo dentro de un momento.',
  '/problems/bad-request': notRead,
  '/problems/bad-fields': notRead,
  '/problems/key-needed': notRead,
  '/problems/not-signed': notRead,
  '/problems/cannot-change': 'Ese nombre no se puede cambiar ahora: en su página se dice por qué.',
  '/problems/gone': 'Quien los ofreció ya no tiene ninguno de estos nombres.',
  '/problems/holder-change-over': 'Ese cambio de titular ya ha terminado.',
  '/problems/not-called-off': 'Ya no se puede anular: mire otra vez cómo está.',
  '/problems/not-given-back': ({ name }) =>
    `No se puede devolver ${name}: pasó el plazo, o su pedido u otro cambio suyo sigue en marcha.`,
  '/problems/changed-meanwhile':
    'Alguien cambió estas entradas entretanto: mire lo que hay ahora y guarde las suyas otra vez.',
  '/problems/nameservers-silent': ({ name, hosts }) =>
    `Ninguno de ${hosts} responde por ${name} ahora mismo: inténtelo dentro de un rato.`,
  '/problems/stand-in-silent': 'Un servicio de la demostración no ha respondido: inténtelo dentro de un momento.',
  '/problems/nothing-to-read': ({ name }) => `Los servidores de ${name} son los de Tienda: no hay nada que leer.`,
  '/problems/registry-refused': 'Su operador lo rechazó: en la historia del nombre se dice por qué.',
  '/problems/studio-held': 'Otra cuenta tiene los nombres del estudio.',
  '/problems/bad-json': notRead,
  '/problems/csrf': 'La sesión ha cambiado: vuelva a cargar la página.',
  '/problems/fault': 'Ha fallado algo nuestro. No se ha perdido nada; inténtelo dentro de un momento.',
  '/problems/key-reused': 'Esto ya se había enviado de otra manera: vuelva a cargar la página.',
  '/problems/lookup-silent': 'La consulta de datos del nombre no responde: inténtelo dentro de un momento.',
  '/problems/not-found': 'Aquí no hay nada así.',
  '/problems/not-registered': ({ name }) => `No está registrado ${name}: no lo tiene nadie.`,
  cannotCome: ({ name }) => `Por ahora no se puede trasladar ${name}, así que tampoco comprar: vea sus datos públicos.`,
  heldHere: ({ name }) => `Tiene ${name} otra persona en Tienda: escríbale a la dirección de sus datos públicos.`,
  '/problems/offer-paid': 'El nombre ya está de camino: vea su pedido.',
  '/problems/nothing-held': 'Ya no hay dinero retenido para este pedido: mírelo otra vez.',
  cardNeeded: 'Solo una tarjeta puede retenerlo: elija una.',
  cardRefused: 'El banco no aceptó la tarjeta: pruebe con otra.',
  '/problems/move-costs': 'El traslado cuesta ahora otra cosa. No se ha enviado nada: mire las cuentas otra vez.',
  '/problems/offer-ended': 'La oferta ya ha terminado.',
  '/problems/quote-changed': 'Algo ha cambiado desde el presupuesto. Mire el nuevo.',
  '/problems/signing-elsewhere': 'Este nombre usa otros servidores de nombres: lo firman ellos, o no.',
  '/problems/signing-underway': 'Se están cambiando sus firmas: espere a que termine.',
  '/problems/registry-silent': 'El operador no ha respondido. No se ha cobrado nada; inténtelo dentro de un momento.',
  '/problems/sign-in-needed': 'Hace falta una cuenta: entre o cree una.',
  '/problems/sign-in-refused': 'El correo y la contraseña no coinciden.',
  '/problems/too-large': 'Es demasiado grande: envíe menos.',
  '/problems/too-often': ({ seconds }) =>
    `Son demasiados intentos seguidos: espere ${seconds === 1 ? 'un segundo' : `${seconds} segundos`}.`,
};

/** Por qué no, cuando un tipo de respuesta tiene varias razones. */
const reasons: Readonly<Record<string, ProblemWords>> = {
  '/problems/cannot-change/over': ({ name }) => `El plazo de ${name} ha terminado: renuévelo o recupérelo antes.`,
  '/problems/cannot-change/hiddenByRegistry': ({ name }) =>
    `El operador de ${name} ya oculta a los titulares: no hay nada que cambiar.`,
  '/problems/cannot-change/notAllowed': ({ name }) => `El operador de ${name} exige que se muestre a su titular.`,
  '/problems/cannot-change/holderChanged': ({ name }) =>
    `El titular de ${name} ha cambiado: no se puede trasladar a otra parte hasta 60 días después.`,
  '/problems/cannot-change/signed': ({ name }) =>
    `Tienda firma ${name}: apague antes DNSSEC en su página de adónde lleva.`,
  '/problems/cannot-change/delegation': ({ name }) =>
    `Los servidores debajo de ${name} necesitan sus direcciones: cámbielos en la página del nombre.`,
  '/problems/cannot-change/priced': ({ name }) => `La privacidad de ${name} tiene su precio: póngala en la cesta.`,
  '/problems/not-called-off/withHolder': ({ name }) =>
    `Ya está comprado ${name} y su titular está por entregarlo: lo que no llegue a tiempo se abandona.`,
  '/problems/not-called-off/asking': ({ name }) =>
    `En este momento se está pidiendo ${name}: inténtelo dentro de un rato, o renuncie a su pago.`,
  '/problems/not-called-off/decided': ({ name }) => `Ya se ha decidido sobre ${name}: vea su pedido.`,
  '/problems/over/offered': 'Está ofrecido.',
  '/problems/over/taken': 'Los nombres ya se recogieron.',
  '/problems/over/declined': 'Se rechazó. Los nombres están donde estaban.',
  '/problems/over/withdrawn': 'Se retiró. Los nombres están donde estaban.',
  '/problems/over/expired': 'Pasaron los días en que se podía responder. Los nombres están donde estaban.',
  '/problems/holder-change-over/asked': 'Todavía se está preguntando.',
  '/problems/holder-change-over/agreed': 'Los dos ya han dicho que sí: se está haciendo.',
  '/problems/holder-change-over/done': 'Ya está hecho.',
  '/problems/holder-change-over/expired': 'Pasaron los días en que los dos podían decir que sí. No ha cambiado nada.',
  '/problems/holder-change-over/withdrawn': 'Ya no se quiere. No ha cambiado nada.',
  '/problems/holder-change-over/refused': 'Se rechazó. No ha cambiado nada.',
  '/problems/answered/letGo': 'Ya se dejó ir, y se está avisando a su operador.',
  '/problems/answered/kept': 'Ya se dijo que se queda, y se está avisando a su operador.',
  '/problems/account-in-use/names': 'La cuenta tiene nombres: traslade antes lo que tiene.',
  '/problems/account-in-use/order': 'Hay un pedido en marcha: espere a que termine.',
  '/problems/account-in-use/offer': 'Hay una oferta abierta: retírela antes.',
  '/problems/account-in-use/balance': 'Queda dinero en su saldo: gástelo antes.',
  '/problems/registry-silent/looked': ({ name }) =>
    `El operador de ${name} no responde ahora mismo. Mírelo otra vez dentro de un rato.`,
  '/problems/registry-silent/calledOff': ({ name }) =>
    `El operador de ${name} no responde ahora mismo. Inténtelo dentro de un rato.`,
  '/problems/registry-silent/newCode': ({ name }) =>
    `El operador de ${name} no responde ahora mismo. Pida el código otra vez dentro de un rato.`,
  '/problems/registry-silent/offered': ({ name }) =>
    `El operador de ${name} no responde ahora mismo. No se ha ofrecido nada; inténtelo dentro de un rato.`,
  '/problems/registry-silent/bought': ({ name }) =>
    `Ahora mismo no se ha podido comprobar ${name}. No se ha cobrado nada; inténtelo dentro de un momento.`,
  '/problems/registry-silent/moved':
    'Ahora mismo no se ha podido mirar un nombre que iba a trasladarse. No se ha cobrado nada; inténtelo dentro de un momento.',
};

/** Por qué no puede venir un nombre que se iba a pagar. */
const standingInTheWay = Object.fromEntries(
  Object.entries(moves.problems).map(([code, words]): [string, ProblemWords] => [
    `move:${code}`,
    ({ name, day = '' }) => `“${name}”: ${words(day)}`,
  ]),
);

/** Lo que está mal. */
export const problems: Readonly<Record<string, ProblemWords>> = { ...byCode, ...reasons, ...standingInTheWay };
