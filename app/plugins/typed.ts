/**
 * `v-typed="value"` shows a value in a text control that hands on what was typed when it is left (`@change`). Bound as `:value`
 * it would be written anew whenever anything beside it changes, and half a word would be gone while one types.
 */
type Control = HTMLInputElement | HTMLTextAreaElement
const values = new WeakMap<Control, string>()
const written = (value: unknown) => (typeof value === 'string' || typeof value === 'number' ? String(value) : '')

export default defineNuxtPlugin(({ vueApp }) => {
  vueApp.directive<Control, unknown>('typed', {
    mounted(control, { value }) {
      values.set(control, written(value))
      control.value = written(value)
      // What was not taken does not stay there as if it had been.
      control.addEventListener('change', () => void nextTick(() => (control.value = values.get(control) ?? '')))
    },
    updated(control, { value }) {
      if (written(value) === values.get(control)) return
      values.set(control, written(value))
      control.value = written(value)
    },
  })
})
