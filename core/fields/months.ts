// Languages as tesseract names them, and as BCP 47 does.
const tags: Record<string, string> = {
  afr: 'af',
  bul: 'bg',
  cat: 'ca',
  ces: 'cs',
  cym: 'cy',
  dan: 'da',
  deu: 'de',
  ell: 'el',
  eng: 'en',
  est: 'et',
  eus: 'eu',
  fin: 'fi',
  fra: 'fr',
  gle: 'ga',
  glg: 'gl',
  hrv: 'hr',
  hun: 'hu',
  isl: 'is',
  ita: 'it',
  lav: 'lv',
  lit: 'lt',
  nld: 'nl',
  nor: 'nb',
  pol: 'pl',
  por: 'pt',
  ron: 'ro',
  rus: 'ru',
  slk: 'sk',
  slv: 'sl',
  spa: 'es',
  swe: 'sv',
  tur: 'tr',
  ukr: 'uk',
}

/** Without accents, points and capitals. */
const plain = (name: string) =>
  name
    .normalize('NFD')
    .replace(/[\p{M}.]/gu, '')
    .toLowerCase()

const known = new Map<string, string[][]>()

/** The names of the twelve months in a language, long and short, alone and within a date (Unicode CLDR, by Intl). */
function monthsOf(language: string): string[][] {
  const found = known.get(language)
  if (found) return found
  const tag = tags[language] ?? 'en'
  const names = Array.from({ length: 12 }, (_, month) => {
    const date = new Date(Date.UTC(2026, month, 15))
    const forms = (['long', 'short'] as const).flatMap(length =>
      [{ month: length }, { month: length, day: 'numeric' as const }].map(
        options =>
          new Intl.DateTimeFormat(tag, { ...options, timeZone: 'UTC' }).formatToParts(date).find(part => part.type === 'month')?.value ??
          '',
      ),
    )
    return [...new Set(forms.map(plain))].filter(name => /\p{L}/u.test(name))
  })
  known.set(language, names)
  return names
}

/**
 * The month that a printed name says in one of these languages or in English, from 1: whole, or at least its first
 * three letters where they can mean only one; 0 where none does.
 * @param languages as tesseract names them: "deu"
 */
export function monthNamed(name: string, languages: readonly string[]): number {
  const wanted = plain(name)
  if (wanted.length < 3) return 0
  for (const language of new Set([...languages, 'eng'])) {
    const months = monthsOf(language)
    const whole = months.findIndex(forms => forms.includes(wanted))
    if (whole >= 0) return whole + 1
    const begun = months.flatMap((forms, at) => (forms.some(form => form.startsWith(wanted)) ? [at + 1] : []))
    if (begun.length === 1) return begun[0]!
  }
  return 0
}
