const STORE = 'easepath:link'

/**
 * The token of the private link: taken out of the address at once, so that nobody reads it over a shoulder or in a
 * history, and kept on this phone.
 */
export function takeToken(): string {
  const given = location.pathname.split('/')[2] ?? ''
  if (given) {
    localStorage.setItem(STORE, given)
    history.replaceState(null, '', '/h/')
  }
  return given || (localStorage.getItem(STORE) ?? '')
}
