document.querySelector('keen-glyph-reader').addEventListener('read', (event) => {
  document.querySelector('#read').textContent = `Looked up: ${event.detail.symbols[0].text}`
})
