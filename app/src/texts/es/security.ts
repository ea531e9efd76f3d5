import type { Texts } from '../en';

export const security: Texts['security'] = {
  title: 'Seguridad',
  close: 'Cerrar',
  password: 'Cambiar la contraseña',
  current: 'Contraseña que tiene ahora',
  fresh: 'Contraseña nueva',
  save: 'Guardar',
  passwordSaved: 'La contraseña ha cambiado. La sesión se ha cerrado en los demás sitios.',
  mail: 'Cambiar el correo',
  mailDetail: 'Un código va al correo que tiene y otro al nuevo; hacen falta los dos.',
  newMail: 'Correo nuevo',
  sendCodes: 'Enviar los dos códigos',
  oldCode: (email) => `Código enviado a ${email}`,
  newCode: (email) => `Código enviado a ${email}`,
  mailSaved: (email) => `Su correo es ahora ${email}.`,
  twoStep: 'Segundo paso al entrar',
  twoStepOn: (left) => `Activado. Quedan ${left} códigos de recuperación.`,
  twoStepOff: 'Desactivado. Con él, una contraseña robada no basta para entrar.',
  twoStepAdd: 'Añadir un segundo paso',
  twoStepEnd: 'Dejar el segundo paso',
  scan: 'Léalo con una aplicación de autenticación y escriba las seis cifras que muestra.',
  qr: 'Código QR para una aplicación de autenticación',
  secret: 'O escriba esto en la aplicación',
  code: 'Código de la aplicación',
  confirm: 'Empezar a usarlo',
  recovery:
    'Guarde estos códigos de recuperación en un lugar seguro. Cada uno deja entrar una vez sin la aplicación; solo se muestran ahora.',
  keptThem: 'Los he guardado',
  proof: 'Contraseña',
  goOn: 'Seguir',
  sessions: 'Dónde tiene la sesión abierta',
  here: 'este navegador',
  seen: (time) => `visto por última vez ${time}`,
  endSession: 'Cerrar allí',
  endAll: 'Cerrar en todas partes',
  unknownBrowser: 'un navegador que no dice cuál es',
  marketing: 'Correo con ofertas',
  marketingDetail: 'Desactivado si no lo quiere. El correo sobre sus nombres y pedidos llega siempre.',
  data: 'Sus datos',
  export: 'Todo lo que se guarda de usted, en un archivo JSON',
  closing: 'Cerrar la cuenta',
  closingDetail:
    'Se borran sus titulares, avisos, ofertas y cesta. Los pedidos y facturas quedan, como manda la ley, con las direcciones impresas en ellos. No se puede deshacer.',
  closeNow: 'Cerrarla para siempre',
};

export const holderCheck: Texts['holderCheck'] = {
  many: (count, late) =>
    [
      `${count} titulares no han confirmado su dirección.`,
      ...(late === 0 ? [] : [`Los nombres de ${late} están fuera de servicio.`]),
    ].join(' '),
  show: 'Mostrarlos',
  hide: 'Mostrar menos',
  title: 'Confirme su correo',
  detail: 'Con esto dice que el correo le llega, como titular de nombres. Los operadores quieren saberlo.',
  confirm: 'Confirmar el correo',
  confirmed: (email) => `${email} está confirmado. No hay nada más que hacer.`,
  bad: 'Este enlace no es nuestro: abra el del último correo.',
  due: (email, date) =>
    `${email} se tiene que confirmar antes del ${date}: abra el enlace del correo enviado allí. Si no, sus nombres quedan fuera de servicio.`,
  late: (email) =>
    `${email} no se confirmó a tiempo: sus nombres están fuera de servicio hasta que se abra el enlace del correo.`,
  again: 'Enviar el correo otra vez',
  sent: 'El correo va de camino.',
  suspended: 'fuera de servicio: el correo del titular no está confirmado',
};
