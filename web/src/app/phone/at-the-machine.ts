/** Whether the page is shown on the machine that serves it, by the address that it came from; the server decides by itself. */
export function isAtTheMachine(): boolean {
  return /^(localhost|127\.0\.0\.1|\[::1\])$/.test(window.location.hostname);
}
