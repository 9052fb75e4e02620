// Asks the browser where it is, when the visitor presses the button, and sends it with the form.
const form = document.getElementById('place')
const share = document.getElementById('share')
if (navigator.geolocation && window.isSecureContext) {
  share.hidden = false
  share.addEventListener('click', () => {
    share.disabled = true
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        form.elements.lat.value = coords.latitude.toFixed(3)
        form.elements.lng.value = coords.longitude.toFixed(3)
        form.submit()
      },
      () => form.elements.refused.click(),
      { maximumAge: 600000, timeout: 10000 },
    )
  })
}
