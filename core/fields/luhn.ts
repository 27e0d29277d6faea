/** Whether the digits end in their Luhn check digit (ISO/IEC 7812-1, annex B). False for anything but digits. */
export function passesLuhn(text: string): boolean {
  if (!/^\d{2,}$/.test(text)) return false
  let sum = 0
  for (let place = 0; place < text.length; place++) {
    const digit = text.charCodeAt(text.length - 1 - place) - 48
    const weighted = place % 2 === 1 ? digit * 2 : digit
    sum += weighted > 9 ? weighted - 9 : weighted
  }
  return sum % 10 === 0
}
