<script setup lang="ts">
import * as limits from '@/api/limits'
import { refDebounced } from '@vueuse/core'
import { reactive, ref } from 'vue'
import { ApiProblem } from '@/api/client'
import KgVerdict from '@/components/KgVerdict.vue'
import { useResolver } from '@/composables/useResolver'
import { useSession } from '@/composables/useSession'

/** Links behind GS1 identifiers: what each type leads to, at which level, and what is recalled. */
const TYPES: [string, string][] = [
  ['pip', 'Product page'],
  ['instructions', 'Instructions'],
  ['recipeInfo', 'Recipes'],
  ['ingredientsInfo', 'Ingredients'],
  ['allergenInfo', 'Allergens'],
  ['nutritionalInfo', 'Nutrition'],
  ['certificationInfo', 'Certification'],
  ['traceability', 'Traceability'],
  ['recallStatus', 'Recall'],
  ['safetyInfo', 'Safety'],
  ['sustainabilityInfo', 'Sustainability'],
  ['hasRetailers', 'Retailers'],
  ['registerProduct', 'Registration'],
  ['support', 'Support'],
  ['masterData', 'Master data'],
  ['epcis', 'EPCIS'],
]
const { mayWrite } = useSession()
const words = ref('')
const query = refDebounced(words, 200)
const { groups, isPending, error, add, change, remove } = useResolver(query)
const fresh = () => ({
  path: '/01/',
  type: 'pip',
  href: 'https://',
  title: '',
  language: '',
  recall: false,
  isDefault: true,
})
const form = reactive(fresh())
const wrong = ref<Record<string, string[]>>({})
async function save(): Promise<void> {
  wrong.value = {}
  try {
    await add.mutateAsync({
      path: form.path.trim(),
      type: form.type,
      href: form.href.trim(),
      title: form.title.trim(),
      default: form.isDefault,
      recall: form.recall,
      ...(form.language.trim() === '' ? {} : { language: form.language.trim() }),
    })
    Object.assign(form, fresh(), { path: form.path })
  } catch (e) {
    wrong.value = e instanceof ApiProblem ? e.errors : { path: ['The link could not be kept. Try again.'] }
  }
}
const nameOf = (type: string): string => TYPES.find(([id]) => id === type)?.[1] ?? type
const isOver = (at: string | null): boolean => at !== null && Date.parse(at) <= Date.now()
</script>

<template>
  <div class="resolver">
    <section class="panel" aria-label="A new link">
      <div class="head">
        <h1 class="grow">Resolver</h1>
        <router-link class="note" to="/waypoints">Waypoints</router-link>
      </div>
      <p class="note pad">
        A GS1 Digital Link on this host is answered by the links behind its identifier: the most specific level that has
        one of the wanted type.
      </p>
      <form v-if="mayWrite" class="form" @submit.prevent="save">
        <label class="label" for="r-path">Identifier</label>
        <input
          id="r-path"
          v-model="form.path"
          class="kg-plain code"
          spellcheck="false"
          required
          placeholder="/01/09520123456788/10/H26-07"
        />
        <p v-if="wrong.path" class="wrong" role="alert">{{ wrong.path[0] }}</p>
        <label class="label" for="r-type">Type</label>
        <select id="r-type" v-model="form.type" class="kg-plain">
          <option v-for="[id, name] in TYPES" :key="id" :value="id">{{ name }} ({{ id }})</option>
        </select>
        <label class="label" for="r-href">Leads to</label>
        <input id="r-href" v-model="form.href" class="kg-plain code" spellcheck="false" required />
        <p v-if="wrong.href" class="wrong" role="alert">{{ wrong.href[0] }}</p>
        <label class="label" for="r-title">Title</label>
        <input
          id="r-title"
          v-model="form.title"
          class="kg-plain"
          :maxlength="limits.ResolverLinkInput.title.maxLength"
          required
        />
        <p v-if="wrong.title" class="wrong" role="alert">{{ wrong.title[0] }}</p>
        <label class="label" for="r-language">Language, if it has one</label>
        <input id="r-language" v-model="form.language" class="kg-plain code" placeholder="cy" />
        <p v-if="wrong.language" class="wrong" role="alert">{{ wrong.language[0] }}</p>
        <label class="tick"><input v-model="form.isDefault" type="checkbox" /> answers when no type is asked for</label>
        <label class="tick"
          ><input v-model="form.recall" type="checkbox" /> recalled: answers whatever is asked for</label
        >
        <v-btn class="main" type="submit" :disabled="add.isPending.value">Put it behind the identifier</v-btn>
      </form>
    </section>
    <section class="out" aria-label="Links by identifier">
      <div class="bar">
        <input
          v-model="words"
          class="kg-plain"
          type="search"
          placeholder="Identifier or title"
          aria-label="Find an identifier"
        />
      </div>
      <p v-if="error" class="wrong pad" role="alert">{{ error.message }}</p>
      <p v-else-if="!isPending && groups.length === 0" class="note pad">
        {{ query === '' ? 'No identifier has a link yet.' : 'None has these words.' }}
      </p>
      <div v-for="group in groups" :key="group.path" class="group">
        <h2 class="code">
          <a :href="`${group.path}?linkType=all`" target="_blank" rel="noopener">{{ group.path }}</a>
        </h2>
        <table>
          <tbody>
            <tr v-for="link in group.links" :key="link.id" :class="{ over: isOver(link.ends_at) }">
              <td class="type">
                <span class="row"><KgVerdict :verdict="link.recall ? 'fails' : 'holds'" />{{ nameOf(link.type) }}</span>
              </td>
              <td>
                {{ link.title }}<span class="note code clip to">{{ link.href }}</span>
              </td>
              <td class="note">
                {{
                  [
                    link.language,
                    link.default ? 'default' : '',
                    link.recall ? 'recall' : '',
                    isOver(link.ends_at) ? 'ended' : '',
                  ]
                    .filter(Boolean)
                    .join(', ')
                }}
              </td>
              <td class="fig times" :title="`Answered ${link.answers} times in thirty days`">
                {{ link.answers.toLocaleString('en-GB') }}
              </td>
              <td v-if="mayWrite" class="acts">
                <v-btn
                  v-if="!link.default && !link.recall"
                  @click="change.mutate({ id: link.id, body: { default: true } })"
                  >Make default</v-btn
                >
                <v-btn :aria-label="`Remove ${link.title}`" @click="remove.mutate(link)">Remove</v-btn>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  </div>
</template>

<style scoped>
.times {
  width: 72px;
  text-align: right;
}
.resolver {
  height: 100%;
  display: grid;
  grid-template-columns: 340px minmax(0, 1fr);
}
.panel {
  overflow: auto;
  border-right: 1px solid var(--line);
}
.head {
  display: flex;
  align-items: baseline;
  padding: 10px 16px 4px;
}
.pad {
  padding: 4px 16px 10px;
}
.form {
  display: grid;
  gap: 4px;
  padding: 4px 16px 16px;
}
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 28px;
}
.wrong {
  color: var(--fail);
}
.out {
  overflow: auto;
  background: var(--paper);
}
.bar {
  padding: 10px 16px;
  border-bottom: 1px solid var(--line);
}
.group h2 {
  padding: 10px 16px 4px;
  font-weight: 600;
}
table {
  width: 100%;
  border-collapse: collapse;
}
td {
  padding: 5px 16px 5px 0;
  border-top: 1px solid var(--rule);
  vertical-align: top;
}
td:first-child {
  padding-left: 16px;
}
.type {
  width: 150px;
}
.type .row {
  gap: 8px;
}
.to {
  display: block;
}
.acts {
  text-align: right;
  white-space: nowrap;
}
.over {
  color: var(--ink-3);
}
@media (max-width: 899px) {
  .resolver {
    display: block;
    overflow: auto;
  }
}
</style>
