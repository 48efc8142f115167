import { Application } from RAILS_ASSET_URL("stimulus.js")
import htmx from RAILS_ASSET_URL("htmx.js")
import Busy from RAILS_ASSET_URL("controllers/busy.js")
import Canvas from RAILS_ASSET_URL("controllers/canvas.js")
import Cards from RAILS_ASSET_URL("controllers/cards.js")
import Command from RAILS_ASSET_URL("controllers/command.js")
import Copy from RAILS_ASSET_URL("controllers/copy.js")
import Filter from RAILS_ASSET_URL("controllers/filter.js")
import Grid from RAILS_ASSET_URL("controllers/grid.js")
import Keys from RAILS_ASSET_URL("controllers/keys.js")
import Leave from RAILS_ASSET_URL("controllers/leave.js")
import Quick from RAILS_ASSET_URL("controllers/quick.js")
import Selection from RAILS_ASSET_URL("controllers/selection.js")
import Toasts from RAILS_ASSET_URL("controllers/toasts.js")
import Upload from RAILS_ASSET_URL("controllers/upload.js")

const controllers = {
  busy: Busy, canvas: Canvas, cards: Cards, command: Command, copy: Copy, filter: Filter, grid: Grid,
  keys: Keys, leave: Leave, quick: Quick, selection: Selection, toasts: Toasts, upload: Upload
}
const application = Application.start()
Object.entries(controllers).forEach(([name, controller]) => application.register(name, controller))

// One place through which the controllers reach the server: htmx puts the answer where it belongs.
// The page asks for its requests to be queued, so that what is typed fast arrives whole and in order.
// Answers a promise of whether the server took it.
function send(verb, url, values = {}) {
  return new Promise((resolve) => {
    const heard = (event) => {
      const { path, verb: sent } = event.detail.requestConfig
      if (path !== url || sent !== verb) return
      document.body.removeEventListener("htmx:afterRequest", heard)
      resolve(event.detail.successful)
    }
    document.body.addEventListener("htmx:afterRequest", heard)
    htmx.ajax(verb, url, { source: document.body, swap: "none", values })
  })
}

window.kelvath = { send }
window.htmx = htmx
