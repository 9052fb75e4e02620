import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'
import { useAbout } from './useAbout'

/** How many simulated devices a proof asks when none are chosen: those that are built in, and the workspace's own. */
export function useProofDevices() {
  const { limits } = useAbout()
  const { data: settings } = useQuery({
    queryKey: ['workspace'],
    queryFn: async () => (await unwrap(api.GET('/api/v1/workspace'))) as Schemas['WorkspaceSettings'],
  })
  return computed(() => limits.value.devices + (settings.value?.proof_devices.length ?? 0))
}
