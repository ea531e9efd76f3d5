import type { ProblemWords } from '../en/problemWords';
import { letterWords } from './scripts';

/** Lo que está mal, por su código: de los nombres, de los formularios, del servidor. */
export const problems: Readonly<Record<string, ProblemWords>> = {
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
  tooMany: ({ length, limit = 500 }) =>
    length === undefined
      ? `Son demasiados a la vez: ${limit} como mucho.`
      : `Se dieron ${length} nombres; se buscan los ${limit} primeros. Busque los demás aparte.`,
  tooLong: 'Es demasiado largo: acórtelo.',
  // Cesta y presupuesto
  repeatedName: 'Ese nombre ya está en la lista.',
  termNotOffered: 'La extensión no se ofrece por ese plazo: elija otro.',
  notAvailable: 'El nombre ya no se puede registrar: quítelo de la cesta.',
  notHeld: 'Ese nombre no está entre los suyos.',
  ranOut: 'El nombre venció hace demasiado tiempo y ya no se puede renovar: quítelo de la cesta.',
  notInRedemption: 'El nombre no está en recuperación y no hace falta recuperarlo: quítelo de la cesta y renuévelo.',
  notYearsToRun: 'La privacidad se compra por todos los años que le quedan al nombre.',
  privacyNotSold: 'Para ese nombre no hay privacidad que comprar: quítelo de la cesta.',
  hiddenAlready: 'El titular de ese nombre ya está oculto: quítelo de la cesta.',
  beyondRestore: 'El nombre ya no se puede recuperar: su operador está por borrarlo. Quítelo de la cesta.',
  beyondTenYears: 'Un nombre se puede pagar hasta diez años por adelantado: elija menos años.',
  transferNotOneYear: 'Un traslado añade exactamente un año.',
  basketFull: 'En la cesta caben 500 nombres: pague o quite algunos.',
  unknownCurrency: 'Elija una moneda en la que Tienda cobre.',
  // Cuenta y formularios
  isEmail: 'Escriba un correo que pueda recibir, como maren@saltwhistle.example.',
  neededText: 'Falta esto, o es demasiado largo.',
  singleLine: 'Aquí hay un signo que no se ve: escríbalo otra vez.',
  tooDeep: 'La petición no se entendió: vuelva a cargar la página.',
  isString: 'Falta esto.',
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
  notDeclared: 'Diga que se cumple lo que piden las extensiones, o quite el nombre.',
  evidenceNeeded: 'Falta el número con el que el operador lo comprueba.',
  latinNeeded: 'El operador solo acepta letras latinas: escriba el contacto también así.',
  notInQuote: 'Ese nombre no está en el presupuesto.',
  notAgreed: 'Lea y acepte las condiciones de los operadores.',
  unknownContact: 'Ese titular no está entre los suyos: elija otro.',
  unknownQuote: 'Ese presupuesto ya no existe: abra el repaso otra vez.',
  'card.number': 'El número de tarjeta tiene un error.',
  'card.expiry': 'La tarjeta ha caducado, o el mes no está escrito MM/AA.',
  'card.cvc': 'El código de seguridad tiene tres o cuatro cifras.',
  sameAccount: 'Esa es esta misma cuenta: escriba el correo de la otra.',
  limitNeeded: 'Diga por cuánto puede comprar al mes.',
  nothing: 'Elija al menos una cosa.',
  unknownGroup: 'Ese grupo no está entre los suyos.',
  beyondLimit: 'Esto supera lo que puede comprar al mes para esta cuenta: pida menos, o hable con su dueño.',
  ownersWay: 'Elija una tarjeta que guarde la cuenta, o su saldo.',
  // Respuestas del servidor, por su tipo
  '/problems/leave-ended': 'Ya no ayuda a esta cuenta.',
  '/problems/not-allowed': 'Quien tiene la cuenta no le ha dado permiso para esto.',
  '/problems/helps-already': 'Esa persona ya ayuda, o ya está invitada.',
  '/problems/answered': 'Ya había respondido, y se está avisando al operador.',
  '/problems/over': 'Ya ha terminado.',
  '/problems/under-way': 'Algo de esos nombres está todavía en marcha: inténtelo dentro de un momento.',
  '/problems/account-in-use': 'La cuenta todavía hace falta: tiene nombres, saldo, un pedido o una oferta en marcha.',
  '/problems/two-step-on': 'El segundo paso ya está activado.',
  '/problems/no-second-step': 'Escriba antes el correo y la contraseña.',
  '/problems/order-busy': 'Se está mirando el pago: inténtelo dentro de un momento.',
  '/problems/bad-request': 'La petición no se entendió: vuelva a cargar la página.',
  '/problems/bad-json': 'La petición no se entendió: vuelva a cargar la página.',
  '/problems/csrf': 'La sesión ha cambiado: vuelva a cargar la página.',
  '/problems/fault': 'Ha fallado algo nuestro. No se ha perdido nada; inténtelo dentro de un momento.',
  '/problems/key-reused': 'Esto ya se había enviado de otra manera: vuelva a cargar la página.',
  '/problems/lookup-silent': 'La consulta de datos del nombre no responde: inténtelo dentro de un momento.',
  '/problems/not-found': 'Aquí no hay nada así.',
  '/problems/not-registered': 'Ese nombre no está registrado.',
  cannotCome: 'Ese nombre no se puede trasladar por ahora, así que tampoco comprar: vea sus datos públicos.',
  heldHere: 'Ese nombre lo tiene otra persona en Tienda: escríbale a la dirección de sus datos públicos.',
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
  '/problems/too-often': 'Son demasiados intentos seguidos: espere un minuto.',
};
