import { Controller } from RAILS_ASSET_URL("/stimulus.js")

// Things that can be dragged onto the drawing: shapes of the palette, entries of Contents.
export default class extends Controller {
  lift(event) {
    const source = event.target.closest("[data-drag]")
    if (source) event.dataTransfer.setData("application/x-kelvath", source.dataset.drag)
  }

  // A click, or Enter, puts the thing in the middle of what is in sight.
  place(event) {
    const frame = document.querySelector("[data-canvas-target=frame]").getBoundingClientRect()
    const transfer = new DataTransfer()
    transfer.setData("application/x-kelvath", event.currentTarget.dataset.drag)
    const at = {
      clientX: frame.left + frame.width / 2,
      clientY: frame.top + frame.height / 2,
      dataTransfer: transfer,
      bubbles: true,
      cancelable: true
    }
    document.getElementById("drawing").dispatchEvent(new DragEvent("drop", at))
  }
}
