import type { Texts } from '../en';

export const movesAway: Texts['movesAway'] = {
  title: (to) => `${to} lo pide`,
  silence: (until) => `Déjelo ir o consérvelo hasta el ${until}. Si no dice nada, se va entonces.`,
  goesWith:
    'Los años pagados se van con él. Sus entradas DNS, su reenvío y su correo siguen aquí 14 días después de irse: téngalos listos en su destino para entonces.',
  letGo: 'Dejarlo ir',
  keep: 'Conservarlo aquí',
  sure: 'Una vez ido, solo su nuevo registrador puede traerlo de vuelta. ¿Dejarlo ir ahora?',
  doIt: 'Sí, dejarlo ir',
  leaveIt: 'Todavía no',
  agreed: 'Lo ha dejado ir. Se está avisando a su operador.',
  kept: 'Lo conserva. Se está avisando a su operador.',
  listed: (name, to, until) => `${to} pide ${name}. Se va el ${until}, si no lo conserva.`,
  see: (name) => `Ver ${name}`,
  left: (name, on) => `${name} se fue el ${on}, con los años que estaban pagados.`,
  goesOn: (until) =>
    `Sus entradas DNS, su reenvío y su correo siguen aquí hasta el ${until}, tal como están, mientras sus servidores de nombres no cambien.`,
  over: 'Aquí ya no sigue nada de él.',
};
