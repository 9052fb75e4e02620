<script setup lang="ts">
import { onMounted, ref, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ApiProblem } from '@/api/client'
import KgMarkLogo from '@/components/KgMarkLogo.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import { useAbout } from '@/composables/useAbout'
import { useSession } from '@/composables/useSession'
import { rememberSignIn } from '@/router'

const { signIn } = useSession()
const route = useRoute()
const router = useRouter()
const email = ref('')
const password = ref('')
const isBusy = ref(false)
const problem = ref<ApiProblem | null>(null)

const { about } = useAbout()
watch(
  about,
  (known) => {
    if (known?.demo && email.value === '' && password.value === '') {
      email.value = known.demo.email
      password.value = known.demo.password
    }
  },
  { immediate: true },
)

// At once: the field's own way to take the focus waits a moment, and takes it from whoever is typing by then.
const first = useTemplateRef<{ focus: () => void }>('first')
onMounted(() => first.value?.focus())

async function submit(): Promise<void> {
  isBusy.value = true
  problem.value = null
  try {
    await signIn(email.value, password.value)
    rememberSignIn(true)
    const to = typeof route.query.to === 'string' && /^\/(?!\/)/.test(route.query.to) ? route.query.to : '/compose'
    await router.push(to)
  } catch (e) {
    problem.value = e instanceof ApiProblem ? e : new ApiProblem(0, 'Signing in failed. Try again.')
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <main class="gate">
    <form class="card" novalidate @submit.prevent="submit">
      <p class="brand"><KgMarkLogo /> Keen Glyph</p>
      <h1>Sign in</h1>
      <p v-if="about?.demo" class="note">This is a demonstration. Its account is filled in.</p>
      <label class="label" for="email">E-mail</label>
      <v-text-field
        id="email"
        ref="first"
        v-model="email"
        type="email"
        autocomplete="username"
        :error-messages="problem?.field('email')"
      />
      <label class="label" for="password">Password</label>
      <v-text-field
        id="password"
        v-model="password"
        type="password"
        autocomplete="current-password"
        :error-messages="problem?.field('password')"
      />
      <p v-if="problem && Object.keys(problem.errors).length === 0" class="row trouble" role="alert">
        <KgVerdict verdict="fails" />{{ problem.message }}
      </p>
      <v-btn class="main" type="submit" block :loading="isBusy">Sign in</v-btn>
    </form>
  </main>
</template>

<style scoped>
.gate {
  min-height: 100dvh;
  display: grid;
  place-items: center;
  padding: 16px;
  background: var(--bench);
}
.card {
  width: min(360px, 100%);
  background: var(--sheet);
  border: 1px solid var(--line);
  box-shadow: var(--shade);
  padding: 24px;
  display: grid;
  gap: 6px;
}
.brand {
  display: flex;
  align-items: center;
  gap: 10px;
  font: 700 15px/20px var(--font-text);
  padding-bottom: 14px;
  margin-bottom: 10px;
  border-bottom: 1px solid var(--rule);
}
label {
  margin-top: 8px;
}
.kg-btn {
  margin-top: 16px;
}
.trouble {
  color: var(--fail);
  font: var(--t-note);
  margin-top: 8px;
}
</style>
