import { computed, type Ref } from 'vue'
import { type FinishValues, without } from '@/lib/finish'

/** Single values of a finish, read and set one by one; what is as by default stays out of it. */
export function useFinishValue(finish: Ref<FinishValues>) {
  /** Undefined takes the value away. */
  function set<K extends keyof FinishValues>(key: K, value: FinishValues[K] | undefined): void {
    finish.value = (
      value === undefined ? without(finish.value, key) : { ...finish.value, [key]: value }
    ) as FinishValues
  }
  const value = <K extends keyof FinishValues>(key: K, fallback: NonNullable<FinishValues[K]>) =>
    computed<NonNullable<FinishValues[K]>>({
      get: () => (finish.value[key] ?? fallback) as NonNullable<FinishValues[K]>,
      set: (now) => set(key, now === fallback ? undefined : (now as FinishValues[K])),
    })
  return { set, value }
}
