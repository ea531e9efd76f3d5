import type { Texts } from '../en';
import { nameCount, years } from './counts';

export const basket: Texts['basket'] = {
  title: 'Cesta',
  empty: 'La cesta está vacía',
  emptyDetail: 'Busque un nombre y póngalo aquí. Nada se añade por su cuenta.',
  toFind: 'Buscar un nombre',
  until: (term, date) => `${years(term)}, hasta el ${date}`,
  heldUntil: {
    renew: (term, date) => `Renovación: ${years(term)}, hasta el ${date}`,
    restore: (term, date) => `Recuperado y renovado por ${years(term)}, hasta el ${date}`,
    privacy: (term, date) => `Privacidad por ${years(term)}, hasta el ${date}`,
  },
  renewKeeps: 'El titular, la privacidad y la renovación automática quedan como están.',
  chooseYears: 'Años',
  remove: (name) => `Quitar ${name}`,
  removed: (name) => `${name} se ha quitado.`,
  removedMany: (count) => `${nameCount(count)} quitados.`,
  undo: 'Deshacer',
  checkout: 'Ir a la caja',
  choose: 'Años, privacidad, renovación',
  chooseLess: 'Cerrar',
  privacy: 'Protección de privacidad',
  privacyDetail: {
    included: 'incluida; el público no ve nombre ni dirección',
    priced: (each) => `${each} al año; el público no ve nombre ni dirección`,
    hiddenByRegistry: 'el operador no muestra datos personales: no hay nada que comprar',
    notAllowed: 'el operador exige mostrar al titular; no se puede ocultar',
  },
  autoRenew: 'Renovación automática',
  autoRenewOn: (date, amount) => `se renueva el ${date}, ${amount} al año`,
  autoRenewOff: (date, amount) => `desactivada: termina el ${date} si no lo renueva, ${amount} al año`,
  risen: (from, today) => `Su operador ha anunciado ese precio desde el ${from}; hoy un año cuesta ${today}.`,
  gone: (status) => `Este nombre ahora está: ${status}. Quítelo para seguir.`,
  tools: {
    all: 'Todos',
    term: 'Todos los nombres por',
    termChoice: (count) => years(count),
    adjusted: (count, term) =>
      count === 1
        ? `Un nombre no se ofrece por ${years(term)}: toma el plazo más cercano.`
        : `${count} nombres no se ofrecen por ${years(term)}: toman el plazo más cercano.`,
    import: 'Importar una lista',
    csv: 'Guardar en CSV',
    removeAll: 'Quitar todos',
    advice: '¿Qué plazo?',
    protect: 'Protegerlo',
    protectLess: 'Cerrar',
  },
  import: {
    title: 'Importar una lista',
    detail:
      'Un nombre por línea, o CSV con una columna de nombres; también se leen las columnas de años, privacidad y renovación automática.',
    label: 'Nombres que importar',
    file: 'De un archivo',
    read: (count) => (count === 0 ? 'Aún no se ha leído ningún nombre.' : `Se pueden poner ${nameCount(count)}.`),
    problem: (line, typed, detail) => `Línea ${line}, «${typed}»: ${detail}`,
    again: (line, name) => `Línea ${line}: ${name} está dos veces.`,
    noTerm: (line, name, term) => `Línea ${line}: ${name} se toma por ${years(term)}, el plazo más cercano.`,
    put: (count) => `Poner ${nameCount(count)} en la cesta`,
    close: 'Cerrar',
  },
  changes: {
    title: (count) =>
      count === 1 ? 'Un nombre ya no está como cuando lo puso.' : `${count} nombres ya no están como cuando los puso.`,
    seen: 'Lo he leído',
    status: (was, now) => `Estaba ${was}, está ${now}.`,
    firstYear: (was, now) => `El primer año costaba ${was}, cuesta ${now}.`,
    renewal: (was, now) => `Los años posteriores costaban ${was} cada uno, cuestan ${now}.`,
    privacyPrice: (was, now) => `La privacidad costaba ${was} al año, cuesta ${now}.`,
    privacyPolicy: (was, now) => `La privacidad estaba ${was}, está ${now}.`,
    terms: (was, now) => `Los plazos eran ${was}, son ${now}.`,
    policies: {
      included: 'incluida',
      priced: 'con precio',
      hiddenByRegistry: 'a cargo del operador',
      notAllowed: 'excluida',
    },
  },
  columns: {
    name: 'nombre',
    years: 'años',
    privacy: 'privacidad',
    autoRenew: 'renovación automática',
    yes: 'sí',
    no: 'no',
  },
};
