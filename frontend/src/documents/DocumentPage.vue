<script setup lang="ts">
import { Input, Textarea } from 'ant-design-vue'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { clinic, outcome, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/app/session'
import { problemOf, unwrap } from '@/shell/useVisit'
import CannotRead from '@/ui/CannotRead.vue'
import { shortDate } from '@/ui/dates'
import { draftKey } from '@/ui/draftOwner'
import FieldNote from '@/ui/FieldNote.vue'
import { newId } from '@/ui/newId'
import PageBar from '@/ui/PageBar.vue'
import ProblemNote from '@/ui/ProblemNote.vue'
import { saveFile } from '@/ui/saveFile'
import WaitingLines from '@/ui/WaitingLines.vue'
import { HINTS, type Kind } from './words'

/** A document as it will lie on the desk: filled from the record, edited, kept. What was kept is read, printed, and written anew as a next version. */
interface Draft { id: string; addressee: string; passages: Schemas['PassageOut'][]; replaces: string | null; visit: number | null }
const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const session = useSession()
const kept = computed(() => (route.params.document ? String(route.params.document) : ''))
const complaint = computed(() => Number(route.params.complaint))
const kind = computed(() => route.params.kind as Kind)
const anew = computed(() => (route.query.anew ? String(route.query.anew) : ''))
const at = computed(() => (route.query.visit ? Number(route.query.visit) : undefined))
const { data, error, refetch } = useQuery({
  queryKey: computed(() => ['document', kept.value || anew.value, complaint.value, kind.value, at.value]),
  queryFn: async () => unwrap(kept.value || anew.value
    ? await outcome(clinic.GET('/api/documents/{document}', { params: { path: { document: kept.value || anew.value } } }))
    : await outcome(clinic.GET('/api/complaints/{complaint}/drafts/{of}', { params: { path: { complaint: complaint.value, of: kind.value }, query: { visit: at.value } } }))),
  staleTime: Infinity, gcTime: 0,
})
const key = computed(() => draftKey(`document:${complaint.value}:${kind.value}:${anew.value}`))
const draft = reactive<Draft>({ id: '', addressee: '', passages: [], replaces: null, visit: null })
/** what was typed here before, and not kept yet */
const goesOn = ref(false)
const problem = ref<Problem | null>(null)

function fill(found: Schemas['DocumentOut']): void {
  Object.assign(draft, { id: newId(), addressee: found.addressee, passages: found.passages.map((one) => ({ ...one })), replaces: anew.value || null, visit: found.visit })
}
watch([data, kept], () => {
  problem.value = null
  if (!data.value || kept.value) return
  const before = localStorage.getItem(key.value)
  goesOn.value = !!before
  if (before) Object.assign(draft, JSON.parse(before) as Draft)
  else fill(data.value)
}, { immediate: true })
const changed = (): void => localStorage.setItem(key.value, JSON.stringify(draft))

function afresh(): void {
  localStorage.removeItem(key.value)
  goesOn.value = false
  if (data.value) fill(data.value)
}

async function keep(): Promise<void> {
  const found = await outcome(clinic.POST('/api/complaints/{complaint}/documents', { params: { path: { complaint: complaint.value } }, body: { ...draft, kind: kind.value } }))
  problem.value = found.ok ? null : found.problem
  if (!found.ok) return
  localStorage.removeItem(key.value)
  queries.setQueryData(['document', found.data.id, NaN, undefined, undefined], found.data)
  void queries.invalidateQueries({ queryKey: ['person'] })
  await router.replace(`/document/${found.data.id}`)
}

async function take(form: 'pdf' | 'txt'): Promise<void> {
  const found = await outcome(clinic.POST('/api/documents/{document}/{form}', { params: { path: { document: kept.value, form } }, parseAs: 'blob' }))
  problem.value = found.ok ? null : found.problem
  if (found.ok && data.value) saveFile(found.data, `${data.value.kind}-${data.value.date}.${form}`)
}
</script>

<template>
  <div>
    <PageBar><span v-if="data">/ <RouterLink :to="`/person/${data.head.client}`">{{ data.head.name }}</RouterLink> / <strong>{{ data.title.toLowerCase() }}</strong></span></PageBar>
    <main v-if="data">
      <article class="paper" :aria-label="data.title">
        <p class="head"><strong>{{ data.head.clinic }}</strong><span class="small">{{ data.head.town }}<br />Telephone {{ data.head.phone }}</span></p>
        <template v-if="kept">
          <p v-if="data.addressee" class="typed to">{{ data.addressee }}</p>
          <h1>{{ data.title }}</h1>
          <p><strong>{{ data.head.name }}</strong><template v-if="data.head.born">, born {{ shortDate(data.head.born) }}</template></p>
          <section v-for="one in data.passages" :key="one.heading"><h2>{{ one.heading }}</h2><p class="typed">{{ one.text }}</p></section>
          <p class="signed">{{ data.by }}, {{ shortDate(data.date) }}<template v-if="data.number > 1">, version {{ data.number }}</template></p>
        </template>
        <template v-else>
          <label v-if="data.kind !== 'note'" class="field">To<Textarea v-model:value="draft.addressee" name="addressee" :auto-size="{ minRows: 2 }" :maxlength="300" placeholder="name, practice, address" @update:value="changed" /></label>
          <FieldNote :text="problem?.fields?.addressee" />
          <h1>{{ data.title }}</h1>
          <p><strong>{{ data.head.name }}</strong><template v-if="data.head.born">, born {{ shortDate(data.head.born) }}</template></p>
          <section v-for="(one, n) in draft.passages" :key="n">
            <Input v-model:value="one.heading" class="heading" :aria-label="`Heading ${n + 1}`" :maxlength="80" @update:value="changed" />
            <Textarea v-model:value="one.text" :aria-label="one.heading || `Passage ${n + 1}`" :auto-size="{ minRows: one.text ? 1 : 2 }" :maxlength="6000" :placeholder="HINTS[one.heading] ?? 'Nothing is in the record; left empty it is not in the document.'" @update:value="changed" />
            <FieldNote :text="problem?.fields?.[`passages.${n}`]" />
          </section>
          <p class="signed">{{ data.by }}, {{ shortDate(data.date) }}</p>
        </template>
      </article>
      <aside>
        <template v-if="kept">
          <p><strong>Kept</strong> by {{ data.by }} on {{ shortDate(data.date) }}. Nobody changes it any more.</p>
          <button type="button" class="act next" @click="take('pdf')">Take it as a PDF</button>
          <button type="button" class="act" @click="take('txt')">Plain text</button>
          <RouterLink v-if="session.may('write-document')" class="act" :to="`/complaint/${data.head.complaint}/write/${data.kind}?anew=${data.id}`">Write the next version</RouterLink>
          <RouterLink v-if="session.may('write-document')" class="act" :to="`/complaint/${data.head.complaint}/write/${data.kind}`">A new one from the record</RouterLink>
          <div v-if="data.versions.length > 1"><p class="small quiet">Versions</p>
            <ul><li v-for="one in data.versions" :key="one.id"><RouterLink v-if="one.id !== data.id" :to="`/document/${one.id}`">version {{ one.number }}</RouterLink><span v-else>version {{ one.number }}, this one</span> <span class="small quiet">{{ shortDate(one.date) }}, {{ one.by }}</span></li></ul>
          </div>
        </template>
        <template v-else>
          <p>Filled from the record; every line can be changed, and what is left empty is not in it. Read it before you keep it.</p>
          <button type="button" class="act next" @click="keep">Keep it</button>
          <p v-if="goesOn" class="small">You began this earlier on this device. <button type="button" class="link" @click="afresh">Begin again from the record</button></p>
          <p class="small quiet">Kept, it is a version of its own: it can be printed and sent, and is not changed any more.</p>
        </template>
        <FieldNote :text="problem?.fields?.passages" />
        <ProblemNote :problem="problem" :beside="['addressee', 'passages', ...draft.passages.map((_, n) => `passages.${n}`)]" />
      </aside>
    </main>
    <main v-else><CannotRead v-if="error" :problem="problemOf(error)" @again="refetch()" /><WaitingLines v-else what="the document" :rows="10" /></main>
  </div>
</template>

<style scoped>
main { max-width: 1180px; margin: 0 auto; padding: 1rem 1.75rem 3rem; display: grid; grid-template-columns: minmax(0, 1fr) 280px; gap: 2rem; align-items: start; }
.paper { background: var(--card); border: 1px solid var(--line); padding: 1.6rem 2rem 2rem; display: grid; gap: 0.6rem; box-shadow: 0 1px 3px rgb(0 0 0 / 8%); }
.head { display: flex; justify-content: space-between; align-items: end; border-bottom: 2px solid var(--ink); padding-bottom: 0.4rem; }
.head strong { font-family: var(--serif); font-size: 1.35rem; }
.head .small { text-align: right; }
h1 { font-size: 1.4rem; margin-top: 0.6rem; }
h2 { font-size: 1.05rem; margin-top: 0.5rem; }
.typed { white-space: pre-line; overflow-wrap: anywhere; }
.to { min-height: 3rem; }
.field { display: grid; gap: 0.1rem; font-size: 0.9rem; color: var(--ink-2); }
section { display: grid; gap: 0.15rem; }
.heading { height: 30px; min-height: 0; font-weight: 600; border-color: transparent; padding-left: 0; background: none; }
.heading:hover, .heading:focus { border-color: var(--line-strong); padding-left: 11px; }
.signed { border-top: 1px solid var(--ink); width: 60%; margin-top: 1.6rem; padding-top: 0.2rem; }
aside { display: grid; gap: 0.6rem; position: sticky; top: 1rem; }
a.act { display: inline-grid; place-items: center; text-decoration: none; text-align: center; }
ul { list-style: none; margin: 0; padding: 0; }
.link { border: 0; background: none; font: inherit; color: var(--river); text-decoration: underline; cursor: pointer; padding: 0; min-height: 32px; }
@media (max-width: 900px) { main { grid-template-columns: minmax(0, 1fr); padding: 1rem; } aside { position: static; } .paper { padding: 1rem; } }
@media print { aside { display: none; } main { display: block; padding: 0; max-width: none; } .paper { border: 0; box-shadow: none; padding: 0; } }
</style>
