<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import AppFrame from './components/AppFrame.vue'
import { useToast } from './composables/useToast'

const route = useRoute()
const isFramed = computed(() => route.path !== '/sign-in')
const { toast } = useToast()

function act(): void {
  toast.action?.run()
  toast.open = false
}
</script>

<template>
  <v-app>
    <AppFrame v-if="isFramed"><router-view /></AppFrame>
    <router-view v-else />
    <v-snackbar v-model="toast.open">
      {{ toast.text }}
      <template #actions>
        <v-btn v-if="toast.action" @click="act">{{ toast.action.label }}</v-btn>
        <v-btn v-else aria-label="Close the message" @click="toast.open = false">Close</v-btn>
      </template>
    </v-snackbar>
  </v-app>
</template>
