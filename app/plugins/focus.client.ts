/** What the overlays of the interface library (menus, lists, panels, dialogs) tell their own element as they leave the page. */
const LEAVING = 'focusScope.autoFocusOnUnmount'

/**
 * An overlay that closes gives the keys back to what opened it, a moment after its last picture. Who has gone on to a field by then keeps
 * it: else an Enter meant for that field would open the menu again.
 */
export default defineNuxtPlugin(() => {
  // The event does not bubble, but is caught on its way down.
  document.addEventListener(
    LEAVING,
    event => {
      const now = document.activeElement
      if (now && now !== document.body && !(event.target as Element).contains(now)) event.preventDefault()
    },
    true,
  )
})
