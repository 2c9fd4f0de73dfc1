/** A colour as the browser resolves it (light-dark() included), for a library that parses colours itself. */
export function resolvedColour(host: HTMLElement, colour: string): string {
  const before = host.style.color;
  host.style.color = colour;
  const value = getComputedStyle(host).color;
  host.style.color = before;
  return value;
}
