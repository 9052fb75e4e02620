import { useLocalStorage } from '@vueuse/core'

let audio: AudioContext | null = null

/** A short tone and a shake when something was read; both can be switched off, and stay so. */
export function useSignals() {
  const sound = useLocalStorage('kg-read-sound', true)
  const shake = useLocalStorage('kg-read-shake', true)

  function signal(good = true): void {
    if (sound.value && 'AudioContext' in window) {
      audio ??= new AudioContext()
      const tone = audio.createOscillator()
      const volume = audio.createGain()
      tone.frequency.value = good ? 1320 : 220
      volume.gain.setValueAtTime(0.12, audio.currentTime)
      volume.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + (good ? 0.12 : 0.35))
      tone.connect(volume).connect(audio.destination)
      tone.start()
      tone.stop(audio.currentTime + 0.4)
    }
    if (shake.value) navigator.vibrate?.(good ? 60 : [80, 60, 80])
  }

  return { sound, shake, signal }
}
