<script setup lang="ts">
import { computed } from 'vue'
import { diff, differences, named } from '@/lib/diff'
import { sameNumber } from '@/lib/retail'
import KgVerdict from './KgVerdict.vue'

/** Two texts one above the other, what differs marked to the character. */
const props = defineProps<{ expected: string; read: string }>()
const SHOWN = 6

const parts = computed(() => diff(props.expected, props.read))
const found = computed(() => differences(parts.value))
/** Characters that differ; where one side has more, the longer one counts. */
const count = computed(() =>
  found.value.reduce((sum, d) => sum + Math.max(Array.from(d.expected).length, Array.from(d.read).length), 0),
)
const side = (kind: 'expected' | 'read') => parts.value.filter((part) => part.kind === 'same' || part.kind === kind)
/** Written with more or fewer zeros before it, it is the same trade item. */
const isOneNumber = computed(() => found.value.length > 0 && sameNumber(props.expected, props.read))
const total = computed(() => Math.max(Array.from(props.read).length, Array.from(props.expected).length))
</script>

<template>
  <div class="diff">
    <p class="row verdict" role="status">
      <KgVerdict :verdict="found.length === 0 || isOneNumber ? 'holds' : 'fails'" />
      <span v-if="found.length === 0" class="say holds">The same, all {{ total }} characters</span>
      <span v-else-if="isOneNumber" class="say holds">The same number, with other zeros before it</span>
      <span v-else class="say fails"
        >{{ count }} of {{ total }} characters {{ count === 1 ? 'differs' : 'differ' }}</span
      >
    </p>
    <dl>
      <template v-for="kind in ['expected', 'read'] as const" :key="kind">
        <dt class="note">{{ kind === 'expected' ? 'Expected' : 'Read' }}</dt>
        <dd>
          <template v-for="(part, i) in side(kind)" :key="i"
            ><span v-if="part.kind === 'same'">{{ part.text }}</span
            ><template v-else
              ><i v-for="(c, k) in Array.from(part.text)" :key="k" :class="kind">{{
                c === '\n' ? '↵' : c === ' ' ? '␣' : c
              }}</i></template
            ></template
          >
        </dd>
      </template>
    </dl>
    <ol v-if="found.length > 0 && !isOneNumber">
      <li v-for="(d, i) in found.slice(0, SHOWN)" :key="i">
        <b class="label">Character {{ d.at }}</b> <span class="code">{{ named(d.expected) }}</span> read as
        <span class="code">{{ named(d.read) }}</span>
      </li>
      <li v-if="found.length > SHOWN" class="note">and {{ found.length - SHOWN }} more</li>
    </ol>
  </div>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 66px minmax(0, 1fr);
  gap: 4px 8px;
  margin-top: 8px;
  max-height: 150px;
  overflow: auto;
}
dt {
  padding-top: 2px;
}
dd {
  font: 400 13.5px/22px var(--font-code);
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
i {
  display: inline-block;
  min-width: 1ch;
  text-align: center;
  font-style: normal;
}
i.expected {
  background: var(--hold-wash);
  color: var(--hold);
  border-bottom: 2px solid var(--hold);
}
i.read {
  background: var(--fail);
  color: var(--sheet);
}
ol {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
  margin-top: 8px;
  padding-top: 8px;
  border-top: 1px solid var(--rule);
  font: var(--t-note);
}
</style>
