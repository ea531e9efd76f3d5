import type { Texts } from '../en';

export const payment: Texts['payment'] = {
  title: 'Pagar con',
  methods: {
    card: 'Tarjeta',
    wallet: 'Monedero',
    mobile: 'Teléfono',
    transfer: 'Transferencia',
    balance: 'Saldo de la cuenta',
  },
  details: {
    card: 'se retiene ahora y se cobra cuando los nombres están registrados',
    wallet: 'va a su monedero y vuelve aquí',
    mobile: 'lo aprueba en su teléfono en 10 minutos',
    transfer: 'los nombres se registran cuando llega el dinero, en 1 a 3 días',
    balance: (amount) => `tiene ${amount}`,
  },
  notHeld:
    'Ningún operador guarda un nombre mientras llega el dinero: otra persona puede registrarlo antes. Entonces se le devuelve su precio.',
  useBalance: (amount) => `Usar primero el saldo de ${amount}`,
  useBalanceDetail: (rest) => `quedan ${rest} por pagar`,
  cardNumber: 'Número de tarjeta',
  expiry: 'Mes y año',
  expiryHint: 'MM/AA',
  cvc: 'Código de seguridad',
  faults: {
    number: 'El número de tarjeta tiene un error: compárelo con la tarjeta.',
    expiry: 'La tarjeta ha caducado, o el mes no está escrito MM/AA.',
    cvc: 'El código de seguridad tiene tres o cuatro cifras.',
  },
  phone: 'Teléfono que aprueba',
  phoneHint: 'como en +353 20 915 0123',
  cardNote:
    'El número va directamente al proveedor de pagos. Solo se cobra por los nombres que de verdad se hayan registrado.',
  cardUnreachable: 'No se llega al proveedor de pagos. No se ha cobrado nada; inténtelo otra vez.',
  cardRefused: 'El proveedor de pagos rechazó la tarjeta.',
  testCard: 'Tarjeta de demostración: 4539 0000 1111 0006, cualquier mes futuro, tres cifras cualesquiera.',
};

export const waiting: Texts['waiting'] = {
  wallet: 'Su monedero le pide que apruebe el pago.',
  toWallet: 'Ir al monedero',
  prompt: (phone) => `Hay un aviso en el teléfono ${phone}. Apruébelo allí.`,
  transfer: (amount, date) => `Envíe ${amount}, de modo que llegue antes del ${date}.`,
  until: (time) => `Se abandona a las ${time}.`,
  payee: 'A',
  iban: 'IBAN',
  reference: 'Referencia',
  amount: 'Importe',
  giveUp: 'Abandonar este pago',
  demo: 'Demostración: el teléfono y el banco del comprador',
};

export const order: Texts['order'] = {
  title: (number) => `Pedido ${number}`,
  status: {
    received: 'Pedido recibido',
    waitingForPayment: 'A la espera de su pago',
    atRegistry: 'Enviado al operador',
    registered: 'Registrado',
    partlyRegistered: 'Registrado en parte',
    notRegistered: 'No registrado',
    declined: 'No pagado',
  },
  steps: {
    received: 'recibido',
    sent: 'enviado',
    pending: 'en examen',
    registered: 'registrado',
    notRegistered: 'no registrado',
  },
  asked: 'Se está pidiendo el pago.',
  waiting: 'No se registra nada antes de que llegue el pago.',
  held: (amount) => `${amount} están retenidos, aún no cobrados.`,
  paid: (amount) => `Sus ${amount} han llegado.`,
  captured: (amount) => `Se cobraron ${amount}.`,
  capturedFrom: (amount, balance) => `Se cobraron ${amount}, de ellos ${balance} de su saldo.`,
  refundedPart: (amount) => `Se devolvieron ${amount}.`,
  refunded: (amount) => `Se devolvieron ${amount}; no se cobró nada.`,
  returning: (amount) => `Sus ${amount} llegaron cuando el pedido ya se había abandonado y van de vuelta.`,
  nothingDue: 'No había nada que pagar.',
  voided: 'No se cobró nada; el dinero retenido está libre otra vez.',
  declined: {
    refused: 'El pago fue rechazado.',
    cancelled: 'El pago se abandonó.',
    tooLate: 'El pago no llegó a tiempo.',
  },
  nothingTaken: 'No se registró ni se cobró nada. Los nombres están otra vez en la cesta, sin reservar.',
  registered: (date) => `registrado hasta el ${date}`,
  pending: 'Este operador mira antes cada nombre. Lo dice en minutos, a veces en días; un correo contará qué decidió.',
  taken: 'Otra persona lo registró un momento antes.',
  leave: 'Puede dejar esta página. Un correo dirá cómo termina.',
  next: 'Y ahora',
  toNames: 'Verlo en Nombres',
  toNamesMany: 'Verlos en Nombres',
  searchAgain: 'Buscarlo otra vez',
  tryAgain: 'Buscar otro nombre',
  newPrice: (name) => `Ver el precio nuevo de ${name}`,
  payAgain: 'Pagar de otra manera',
  secondStep: 'Añadir un segundo paso al entrar',
  mailSent: 'Un correo con lo registrado y lo cobrado está en su buzón.',
  lost: 'Se perdió la conexión con Tienda; se intenta de nuevo.',
  documents: 'Papeles',
  document: {
    invoice: (number) => `Factura ${number}`,
    creditNote: (number) => `Abono ${number}`,
    receipt: (number) => `Recibo de la factura ${number}`,
  },
};

export const balance: Texts['balance'] = {
  title: 'Saldo',
  none: 'No hay saldo. Lo que ingrese se puede gastar en cualquier pedido en su moneda.',
  add: 'Ingresar',
  amount: (currency) => `Importe en ${currency}`,
  badAmount: 'Escriba un importe, como 25 o 25.00.',
  pay: (amount) => `Ingresar ${amount}`,
  added: (amount) => `${amount} están en su saldo.`,
  kinds: { topUp: 'ingreso', order: 'pagado', notUsed: 'sin usar, devuelto' },
  close: 'Cerrar',
};

export const documents: Texts['documents'] = { title: 'Facturas', none: 'Aún no hay facturas.' };
