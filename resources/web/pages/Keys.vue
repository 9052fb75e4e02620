<script setup lang="ts">
import * as limits from '@/api/limits'
import { mdiPlus } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import KeyDetail from '@/components/KeyDetail.vue'
import KeyForm from '@/components/KeyForm.vue'
import KeyList from '@/components/KeyList.vue'
import KeyOnce from '@/components/KeyOnce.vue'
import KeyUse from '@/components/KeyUse.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import { type Key, type KeyDraft, type MadeKey, useKeys } from '@/composables/useKeys'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'
import { grouped } from '@/lib/bytes'

const { session } = useSession()
const mayManage = computed(() => session.value?.abilities.includes('keys') ?? true)
const { list, usage, keys, create, change, rotate, endOverlap, revoke } = useKeys()
const { say } = useToast()
const chosenId = ref<number | null>(null)
const chosen = computed(() => keys.value.find((key) => key.id === chosenId.value) ?? null)
watch(
  keys,
  (all) => {
    if (!all.some((key) => key.id === chosenId.value))
      chosenId.value = (all.find((key) => key.revoked_at === null) ?? all[0])?.id ?? null
  },
  { immediate: true },
)
const refusals = computed(() => usage.data.value?.refusals ?? [])
const leak = computed(() => {
  const row = refusals.value.find((one) => one.why === 'browser')
  const key = row === undefined ? undefined : keys.value.find((one) => one.id === row.key)
  return row === undefined || key === undefined || key.revoked_at !== null ? null : { row, key }
})

const form = ref<'new' | 'change' | null>(null)
const told = ref<MadeKey | null>(null)
const asked = ref<'rotate' | 'revoke' | null>(null)
const days = ref(7)
const isWorking = ref(false)

/** A secret that was told goes with the key it belongs to. */
watch(chosenId, () => (told.value = null))

async function send(draft: KeyDraft): Promise<void> {
  if (form.value === 'change' && chosen.value !== null) {
    await change(chosen.value, draft)
    say(`${draft.name} changed`)
    return
  }
  const made = await create(draft)
  chosenId.value = made.key.id
  // After the watcher, which forgets what was told of the key before.
  setTimeout(() => (told.value = made))
}
async function run(work: () => Promise<void>): Promise<void> {
  isWorking.value = true
  try {
    await work()
    asked.value = null
  } catch (e) {
    say(e instanceof Error ? e.message : 'It could not be done. Try again.')
  } finally {
    isWorking.value = false
  }
}
const doRotate = (key: Key) =>
  run(async () => {
    told.value = await rotate(key, days.value * 24)
  })
const doRevoke = (key: Key) =>
  run(async () => {
    await revoke(key)
    say(`${key.name} is revoked`)
  })
const doEnd = (key: Key) =>
  run(async () => {
    await endOverlap(key)
    say('Only the new one holds now')
  })
const addOrigin = (key: Key, origin: string) =>
  run(async () => {
    await change(key, { origins: [...key.origins, origin] })
    say(`${origin} is listed`)
  })
</script>

<template>
  <div v-if="!mayManage" class="blank refused">
    <div>
      <h1>Keys are the owners’ matter</h1>
      <p class="note">Ask an owner of this workspace for a key, or to make you one.</p>
    </div>
  </div>
  <div v-else class="keys outward" :class="{ leaking: leak }">
    <div v-if="leak" class="leak" role="alert">
      <KgVerdict verdict="fails" /><b>A secret key was seen in a page</b>
      <p>
        A browser at <span class="code">{{ leak.row.origin }}</span> has sent
        <span class="code">{{ leak.key.shown }}</span>
        {{ leak.row.calls === 1 ? 'once' : `${grouped(leak.row.calls)} times` }}. All were refused; but anybody may have
        copied it to a server.
      </p>
      <v-btn
        class="fix"
        @click="
          () => {
            chosenId = leak!.key.id
            asked = 'revoke'
          }
        "
        >Revoke it</v-btn
      >
    </div>
    <section class="panel list" aria-label="Keys">
      <div class="head">
        <h1 class="grow">Keys and use</h1>
        <v-btn class="main" :prepend-icon="mdiPlus" @click="form = 'new'">New key</v-btn>
      </div>
      <div v-if="list.error.value" class="alert" role="alert">
        <KgVerdict verdict="fails" /><b>The keys could not be loaded</b>
        <p>{{ list.error.value.message }}</p>
        <v-btn @click="list.refetch()">Try again</v-btn>
      </div>
      <KeyList
        v-else
        class="scroll"
        :keys="keys"
        :refusals="refusals"
        :chosen="chosenId"
        @choose="(id) => (chosenId = id)"
      />
      <p class="note foot">Revoked keys stay in this list for 90 days.</p>
    </section>
    <section class="panel" aria-label="Chosen key">
      <KeyDetail
        v-if="chosen"
        :chosen="chosen"
        @edit="form = 'change'"
        @rotate="asked = 'rotate'"
        @revoke="asked = 'revoke'"
        @end="doEnd(chosen)"
      >
        <KeyOnce v-if="told" :made="told" @seen="told = null" />
      </KeyDetail>
      <div v-else-if="!list.isPending.value" class="blank">
        <div class="box">
          <h1>No key yet</h1>
          <p class="note">
            A program of yours needs a secret key, a page or a mail a publishable one. Making one takes a moment and
            costs nothing.
          </p>
          <v-btn class="main" :prepend-icon="mdiPlus" @click="form = 'new'">New key</v-btn>
        </div>
      </div>
    </section>
    <section class="panel" aria-label="Use this month">
      <KeyUse
        v-if="usage.data.value"
        :usage="usage.data.value"
        :keys="keys"
        :chosen="chosen"
        @choose="(id) => (chosenId = id)"
        @list="addOrigin"
      />
      <p v-else-if="usage.error.value" class="note none">{{ usage.error.value.message }}</p>
    </section>

    <v-dialog :model-value="form !== null" max-width="560" @update:model-value="form = null">
      <div class="sheet-card" role="dialog" :aria-label="form === 'new' ? 'New key' : 'Change the key'">
        <h2>{{ form === 'new' ? 'New key' : `Change ${chosen?.name}` }}</h2>
        <KeyForm v-if="form" :known="form === 'change' ? chosen : null" :send="send" @done="form = null" />
      </div>
    </v-dialog>
    <v-dialog :model-value="asked !== null" @update:model-value="asked = null">
      <div v-if="chosen" class="sheet-card" role="alertdialog" :aria-label="asked === 'revoke' ? 'Revoke' : 'Rotate'">
        <template v-if="asked === 'revoke'">
          <h2>Revoke {{ chosen.name }}?</h2>
          <p>It ends at once and cannot be brought back. Addresses and page tokens that it signed end with it.</p>
          <div class="acts">
            <v-btn class="bare" @click="asked = null">Keep it</v-btn>
            <v-btn class="danger" :loading="isWorking" @click="doRevoke(chosen)">Revoke</v-btn>
          </div>
        </template>
        <template v-else>
          <h2>Rotate {{ chosen.name }}</h2>
          <p>
            {{ chosen.sort === 'publishable' ? 'It gets a new signing secret.' : 'It gets a new text.' }} The old one
            goes on holding, so that you can put the new one in its place.
          </p>
          <label class="row"
            ><span class="label">Days that both hold</span
            ><input
              v-model.number="days"
              class="days plain"
              type="number"
              min="0"
              :max="limits.rotateKey.overlap_hours.maximum / 24"
              aria-label="Days that both hold"
          /></label>
          <div class="acts">
            <v-btn class="bare" @click="asked = null">Cancel</v-btn>
            <v-btn class="main" :loading="isWorking" @click="doRotate(chosen)">Rotate</v-btn>
          </div>
        </template>
      </div>
    </v-dialog>
  </div>
</template>

<style scoped>
.refused {
  padding: 24px 20px;
}
.scroll {
  overflow: auto;
}
.keys {
  display: grid;
  grid-template-columns: 352px minmax(0, 1fr) 404px;
  grid-template-rows: minmax(0, 1fr);
  height: 100%;
}
.keys.leaking {
  grid-template-rows: auto minmax(0, 1fr);
}
.leak {
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 48px;
  padding: 0 16px 0 13px;
  border-left: 3px solid var(--fail);
  border-bottom: 1px solid var(--line);
  background: var(--fail-wash);
}
.leak b {
  color: var(--fail);
  white-space: nowrap;
}
.leak p {
  flex: 1;
}
.list {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
}
.foot {
  padding: 8px 16px;
  border-top: 1px solid var(--rule);
}
.none {
  padding: 12px 16px;
}
.days {
  width: 72px;
}
</style>
