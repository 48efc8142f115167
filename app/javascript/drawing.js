// Text of SVG elements -> the elements.
export function svg(text) {
  const document = new DOMParser().parseFromString(
    `<svg xmlns="http://www.w3.org/2000/svg">${text}</svg>`,
    "image/svg+xml"
  )
  return [...document.documentElement.childNodes]
}
