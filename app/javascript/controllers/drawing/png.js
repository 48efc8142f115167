import { Controller } from RAILS_ASSET_URL("/stimulus.js")

const SCALE = 2 // pixels for each drawing unit
const MOST = 12000 // px that a side may have

// Paints the SVG of a drawing on a canvas and saves it as PNG.
export default class extends Controller {
  static values = { url: String, name: String }

  async save() {
    const text = await fetch(this.urlValue).then((reply) => reply.text())
    const image = new Image()
    const source = URL.createObjectURL(new Blob([text], { type: "image/svg+xml" }))
    await new Promise((resolve, reject) => {
      image.onload = resolve
      image.onerror = reject
      image.src = source
    })
    const scale = Math.min(SCALE, MOST / Math.max(image.width, image.height))
    const canvas = document.createElement("canvas")
    canvas.width = Math.round(image.width * scale)
    canvas.height = Math.round(image.height * scale)
    const context = canvas.getContext("2d")
    context.scale(scale, scale)
    context.drawImage(image, 0, 0)
    URL.revokeObjectURL(source)
    canvas.toBlob((blob) => this.download(blob), "image/png")
  }

  download(blob) {
    const link = document.createElement("a")
    link.href = URL.createObjectURL(blob)
    link.download = this.nameValue
    link.click()
    this.element.dataset.saved = `${blob.size}`
    setTimeout(() => URL.revokeObjectURL(link.href), 10000)
  }
}
