/** An element with what it holds; texts are texts, whatever they look like. */
export function el<K extends keyof HTMLElementTagNameMap>(
  name: K,
  given: Partial<HTMLElementTagNameMap[K]> = {},
  ...holds: (Node | string)[]
): HTMLElementTagNameMap[K] {
  const element = Object.assign(document.createElement(name), given)
  element.append(...holds)
  return element
}
