<script setup lang="ts">
import { mdiChevronDown, mdiChevronUp, mdiContentCopy } from '@mdi/js'
import { computed, nextTick, ref, watch } from 'vue'
import type { ApiProblem, Drawing } from '@/api/client'
import type { Composition } from '@/composables/useComposition'
import { useKinds } from '@/composables/useKinds'
import { usePayloadEditing } from '@/composables/usePayloadEditing'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'
import { counted, grouped } from '@/lib/bytes'
import { isFilled, type Problem, specsOf, type Values } from '@/lib/kinds'
import KgElements from './KgElements.vue'
import KgEncoded from './KgEncoded.vue'
import KgPhone from './KgPhone.vue'
import KgFields from './KgFields.vue'
import KgKinds from './KgKinds.vue'
import KgSays from './KgSays.vue'
import KgSlide from './KgSlide.vue'
import KgAlike from './KgAlike.vue'
import KgShorten from './KgShorten.vue'
import KgVerdict from './KgVerdict.vue'

/** What the symbol says: its kind, the fields with their rules, and the text as it is encoded; each follows the other. */
const props = defineProps<{
  drawing: Drawing | null
  problem: ApiProblem | null
  stale: boolean
  glyph?: string | undefined
}>()
const fields = defineModel<Composition>('fields', { required: true })
const bars = defineModel<boolean>('bars', { required: true })
const { say } = useToast()
const { kinds, problem: kindsProblem, retry, recent, use, byName } = useKinds()

const current = computed(() => byName(fields.value.kind))
const specs = computed(() => (current.value ? specsOf(current.value.schema) : []))
const { mayWrite } = useSession()
/** A web link that is no short address already. */
const isLong = computed(
  () => /^https?:\/\//i.test(payload.value?.text ?? '') && !/\/q\/[A-Z0-9-]{3,24}$/i.test(payload.value?.text ?? ''),
)
const isPhoneOpen = ref(false)
const payload = computed(() => props.drawing?.payload ?? props.problem?.payload ?? null)
const problems = computed<Problem[]>(() => payload.value?.problems ?? [])
const costs = computed<Record<string, number>>(() => {
  const found = props.drawing?.costs
  return found && !Array.isArray(found) ? found : {}
})
/** Problems of the whole text, and the words of a refusal that names no field. */
const general = computed(() => problems.value.filter((p) => p.field === 'text' && fields.value.kind !== 'text'))
const refusal = computed(() => (payload.value === null ? props.problem?.field('text') : undefined))
const isGs1 = computed(() => fields.value.kind === 'gs1_link' || fields.value.kind === 'gs1_elements')
const rest = computed(() => specs.value.filter((spec) => spec.name !== 'elements'))
const gs1 = computed(() => payload.value?.gs1 ?? null)
const isEmpty = computed(() =>
  fields.value.origin === 'text' ? fields.value.text === '' : !isFilled(fields.value.values),
)

const form = ref<HTMLElement>()
async function focusForm(): Promise<void> {
  await nextTick()
  form.value?.querySelector<HTMLElement>('input:not([type="checkbox"]), textarea, select')?.focus()
}

const { choose, edit, retype, fix, retypeAsText, paste, start } = usePayloadEditing(
  fields,
  use,
  focusForm,
  () => props.stale,
)

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(fields.value.text)
    say('Text copied')
  } catch {
    say('The browser did not allow copying. Select the text and press Ctrl C.')
  }
}
const writtenAs = computed({
  get: () => fields.value.kind as 'gs1_link' | 'gs1_elements',
  set: (kind) => choose(kind),
})
watch(
  () => current.value?.kind,
  // Only when nobody has begun to write elsewhere meanwhile.
  () => void (isEmpty.value && document.activeElement === document.body && focusForm()),
)
defineExpose({ focus: focusForm })
</script>

<template>
  <div class="payload">
    <KgKinds
      :model-value="fields.kind"
      :kinds="kinds"
      :recent="recent"
      :start-open="isEmpty"
      @update:model-value="choose"
      @paste="paste"
      @chosen="focusForm"
    />

    <div ref="form" class="form" :aria-label="current?.label" role="group">
      <div v-if="kindsProblem" class="alert" role="alert">
        <KgVerdict verdict="fails" /><b>The kinds could not be loaded</b>
        <p>{{ kindsProblem.message }}</p>
        <v-btn @click="retry()">Try again</v-btn>
      </div>
      <template v-if="current">
        <div class="row top">
          <p class="note grow">
            {{ current.purpose }}<template v-if="fields.kind !== 'text'">, {{ current.standard }}</template>
          </p>
          <v-menu>
            <template #activator="{ props: on }"
              ><button type="button" class="starters" v-bind="on">Starters</button></template
            >
            <v-list
              ><v-list-item
                v-for="one in current.starters"
                :key="one.label"
                :title="one.label"
                @click="start(one.fields)"
            /></v-list>
          </v-menu>
        </div>
        <template v-if="isGs1">
          <div class="row as">
            <span class="label">Written as</span>
            <KgSlide
              v-model="writtenAs"
              label="Written as"
              :options="[
                { value: 'gs1_link', label: 'Digital Link' },
                { value: 'gs1_elements', label: 'Elements' },
              ]"
            />
          </div>
          <KgElements
            :model-value="(fields.values.elements ?? []) as Values[]"
            :problems="problems"
            :costs="costs"
            :read="gs1?.elements ?? []"
            @update:model-value="edit({ ...fields.values, elements: $event })"
            @fix="fix"
          />
        </template>
        <KgFields
          :model-value="fields.values"
          :specs="isGs1 ? rest : specs"
          :problems="problems"
          :costs="costs"
          @update:model-value="edit"
          @fix="fix"
          ><template #scheme_missing
            ><v-btn class="bare" size="small" @click="retypeAsText">Keep as text</v-btn></template
          ></KgFields
        >
        <dl v-if="isGs1 && gs1" class="forms">
          <div>
            <dt class="label">Printed as</dt>
            <dd class="code">
              <span v-for="line in gs1.hri_lines" :key="line">{{ line }}</span>
            </dd>
          </div>
          <div v-if="fields.kind !== 'gs1_link' && gs1.digital_link">
            <dt class="label">As a link</dt>
            <dd class="code">{{ gs1.digital_link }}</dd>
          </div>
          <div v-if="fields.kind !== 'gs1_elements'">
            <dt class="label">As elements</dt>
            <dd class="code">{{ gs1.hri }}</dd>
          </div>
          <div v-if="gs1.gtin">
            <dt class="label">Beneath</dt>
            <dd>
              <label class="flag"
                ><input v-model="bars" type="checkbox" /><span class="note"
                  >Bars and digits of {{ gs1.gtin }} for tills</span
                ></label
              >
            </dd>
          </div>
        </dl>
        <p v-if="refusal" class="row wrong">
          <KgVerdict verdict="fails" /><span>{{ refusal }}</span>
        </p>
        <KgSays :problems="general" @fix="fix" />
        <p v-if="drawing && problems.length === 0" class="row fine">
          <KgVerdict verdict="holds" /><span class="note">{{ current.label }} in order.</span>
        </p>
        <KgAlike v-if="drawing" :text="payload?.text ?? ''" :except="glyph" />
        <KgShorten v-if="drawing && mayWrite && isLong" v-model:fields="fields" :drawing="drawing" />
        <div v-if="isEmpty" class="row chips">
          <span class="note">Start from</span>
          <button
            v-for="one in current.starters"
            :key="one.label"
            type="button"
            class="chip"
            @click="start(one.fields)"
          >
            {{ one.label }}
          </button>
        </div>
        <div v-if="payload && payload.text" class="on-phone" @mousedown.prevent>
          <!-- A field that loses the focus grows or shrinks: the button must not move from under the pointer. -->
          <button type="button" class="link" :aria-expanded="isPhoneOpen" @click="isPhoneOpen = !isPhoneOpen">
            <v-icon :icon="isPhoneOpen ? mdiChevronUp : mdiChevronDown" size="18" />What a phone would do
          </button>
          <KgPhone v-if="isPhoneOpen" :phone="payload.phone" :summary="payload.summary" :text="payload.shown" />
        </div>
      </template>
    </div>

    <div v-if="drawing || fields.text !== ''" class="strip">
      <div class="row">
        <h2 class="grow">Encoded text</h2>
        <span v-if="drawing" class="fig">{{ counted(drawing.symbol.bytes, 'byte') }}</span><v-btn
          class="bare icon"
          aria-label="Copy the encoded text"
          @click="copy"
          ><v-icon :icon="mdiContentCopy"
        /></v-btn>
      </div>
      <KgEncoded
        v-model:modes="fields.modes"
        :model-value="fields.text"
        :segments="drawing?.symbol.segments ?? []"
        :texts="drawing?.segment_texts ?? []"
        :is-old="stale || drawing === null"
        @update:model-value="retype"
      />
      <p v-if="drawing" class="note" :title="drawing.symbol.characters">
        {{ grouped(drawing.symbol.bits_used) }} of {{ grouped(drawing.symbol.bits_available) }} bits.
        {{ counted(drawing.symbol.bytes_left, 'more byte') }} before it grows.
      </p>
    </div>
  </div>
</template>

<style scoped>
.on-phone {
  border-top: 1px solid var(--rule);
  margin-top: 10px;
  padding: 8px 0;
}
.on-phone .link {
  border: 0;
  background: none;
  padding: 4px 0;
  color: var(--ink);
  font: 600 13px/20px var(--font-text);
  display: flex;
  gap: 4px;
  align-items: center;
}
.payload {
  display: flex;
  flex-direction: column;
  min-height: 0;
  flex: 1;
}
.form {
  padding: 6px 16px 12px;
  display: grid;
  gap: 8px;
  flex: 1 1 auto;
  min-height: 96px;
  overflow: auto;
  align-content: start;
}
.top {
  align-items: baseline;
  gap: 12px;
}
.starters,
.chip {
  border: 0;
  background: none;
  padding: 2px 0;
  font: 500 12px/18px var(--font-text);
  color: var(--ink-2);
  text-decoration: underline;
  text-decoration-color: var(--edge);
  text-underline-offset: 3px;
}
.starters:hover,
.chip:hover {
  color: var(--ink);
  text-decoration-color: var(--accent);
}
.chips {
  flex-wrap: wrap;
  gap: 2px 12px;
}
.as {
  gap: 12px;
}
.forms {
  display: grid;
  gap: 4px;
  margin: 0;
  border-top: 1px solid var(--rule);
  padding-top: 7px;
}
.forms > div {
  display: grid;
  grid-template-columns: 78px minmax(0, 1fr);
  gap: 8px;
}
.forms dd {
  margin: 0;
  font-size: 12px;
  line-height: 17px;
  overflow-wrap: anywhere;
}
.forms dd span {
  display: block;
}
.flag {
  display: flex;
  gap: 7px;
}
.flag input {
  margin: 2px 0 0;
  accent-color: var(--accent);
}
.wrong {
  align-items: flex-start;
  color: var(--fail);
  font: var(--t-note);
}
.fine {
  gap: 8px;
}
.strip {
  border-top: 1px solid var(--line);
  background: var(--sheet);
  padding: 6px 16px 9px;
  flex: none;
}
.strip > .note {
  margin-top: 2px;
}
.icon {
  padding: 0;
  width: 28px;
  height: 28px !important;
}
@media (max-width: 719px) {
  .form,
  .strip {
    padding-inline: 12px;
  }
  .form {
    overflow: visible;
    flex: none;
  }
  .starters,
  .chip {
    min-height: 44px;
  }
}
</style>
