<script setup lang="ts">
import contract from 'virtual:openapi'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import ReferenceTry from '@/components/ReferenceTry.vue'
import { useShortcut } from '@/composables/useShortcut'
import { matching, operations } from '@/lib/reference'

const route = useRoute()
const router = useRouter()
const all = operations(contract)
const words = ref('')
const find = ref<HTMLInputElement>()
useShortcut('/', () => find.value?.focus())
const shown = computed(() => {
  const found = matching(all, words.value)
  return contract.tags
    .map(({ name }) => ({ name, all: found.filter((one) => one.tag === name) }))
    .filter((group) => group.all.length > 0)
})
const operation = computed(
  () => all.find((one) => one.id === route.params.operation) ?? all.find((one) => one.id === 'makeSymbol') ?? all[0]!,
)
const PLACES = { path: 'In the path', query: 'In the address', header: 'As a header', body: 'In the body' }
const places = computed(() =>
  (['path', 'query', 'header', 'body'] as const)
    .map((place) => ({ name: PLACES[place], fields: operation.value.fields.filter((one) => one.place === place) }))
    .filter((one) => one.fields.length > 0),
)
/** Backticks of the description as code, the rest as it stands. */
const pieces = computed(() => operation.value.description.split('`').map((text, i) => ({ text, isCode: i % 2 === 1 })))
</script>

<template>
  <div class="ref outward">
    <section class="panel" aria-label="Routes">
      <div class="head">
        <h1 class="grow">Reference</h1>
        <a class="code" href="/api/v1/openapi.yaml" download>openapi.yaml</a>
      </div>
      <input
        ref="find"
        v-model="words"
        class="find"
        type="search"
        placeholder="Find, also by field"
        aria-label="Find a route"
      />
      <nav class="index" aria-label="Routes">
        <template v-for="group in shown" :key="group.name">
          <h2 class="label">{{ group.name }}</h2>
          <button
            v-for="one in group.all"
            :key="one.id"
            type="button"
            :aria-current="one.id === operation.id ? 'true' : undefined"
            @click="router.push(`/reference/${one.id}`)"
          >
            <span class="grow">{{ one.title }}</span><span class="code hint">{{ one.method }}</span>
          </button>
        </template>
        <p v-if="shown.length === 0" class="note none">Nothing is called that.</p>
      </nav>
    </section>
    <section class="panel out" :aria-label="operation.title">
      <div class="title">
        <h1>{{ operation.title }}</h1>
        <span class="code">{{ operation.method }} {{ operation.path }}</span>
        <p>
          <template v-for="(piece, i) in pieces" :key="i"
            ><code v-if="piece.isCode" class="code">{{ piece.text }}</code
            ><template v-else>{{ piece.text }}</template></template
          >
          {{ operation.isOpen ? 'Needs no key.' : '' }}
        </p>
      </div>
      <table v-for="place in places" :key="place.name" class="ruled">
        <thead>
          <tr>
            <th>{{ place.name }}</th>
            <th>Type</th>
            <th>Bound</th>
            <th>Default</th>
            <th>Meaning</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in place.fields" :key="one.name">
            <td class="code">{{ one.name }}<b v-if="one.isNeeded" title="needed"> *</b></td>
            <td>{{ one.type }}</td>
            <td class="bound">{{ one.bound }}</td>
            <td class="code">{{ one.usual }}</td>
            <td>{{ one.meaning }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="operation.fields.some((one) => one.isNeeded)" class="note star">* needed</p>
      <h2 class="sub">When it refuses</h2>
      <table class="ruled" aria-label="Refusals">
        <tbody>
          <tr v-for="one in operation.refusals" :key="one.status">
            <td class="fig">{{ one.status }}</td>
            <td>{{ one.meaning }}</td>
          </tr>
        </tbody>
      </table>
      <p class="note star">
        Each is a problem (RFC 9457); its <span class="code">type</span> has a <a href="/problems">page</a>.
      </p>
    </section>
    <section class="panel" aria-label="Try it"><ReferenceTry :operation="operation" /></section>
  </div>
</template>

<style scoped>
.ref {
  display: grid;
  grid-template-columns: 236px minmax(0, 1fr) 412px;
  height: 100%;
}
.find {
  display: block;
  width: calc(100% - 32px);
  margin: 0 16px 6px;
  height: 32px;
  padding: 0 8px;
  border: 1px solid var(--edge);
  background: var(--sheet);
}
.none,
.star {
  padding: 8px 16px;
}
.title {
  padding: 12px 16px;
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 4px;
}
.title p {
  max-width: 80ch;
}
.ruled {
  width: 100%;
  table-layout: fixed;
}
.ruled th:nth-child(1) {
  width: 21%;
}
.ruled th:nth-child(2) {
  width: 15%;
}
.ruled th:nth-child(3) {
  width: 24%;
}
.ruled th:nth-child(4) {
  width: 10%;
}
.ruled[aria-label='Refusals'] td:first-child {
  width: 56px;
}
.ruled td {
  vertical-align: top;
  padding-block: 6px;
  white-space: normal;
  overflow-wrap: anywhere;
}
.sub {
  padding: 12px 16px 2px;
}
</style>
