const reader = document.querySelector('keen-glyph-reader')
let inside = 0

// The door's token admits at this gate alone. It reads as well: one for each.
const ask = async (path) => (await (await fetch(path, { method: 'POST' })).json()).token
const [door, reading] = await Promise.all([ask('/door'), ask('/reading')])
reader.setAttribute('token', reading)
reader.setAttribute('gate-token', door)
reader.addEventListener('admitted', (event) => {
  if (event.detail.verdict === 'admitted') inside++
  document.querySelector('#count').textContent = `${inside} admitted here`
})
