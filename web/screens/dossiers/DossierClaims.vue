<script setup lang="ts">
/** Claims: the wording, by whom, what the program finds, and the last word; written and judged in place. */
import { computed, ref } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { recordOf } from '../../../core/catalogue/catalogue.ts';
import type { Claim } from '../../../core/catalogue/claim.ts';
import { findFactKey, formatTypedValue } from '../../../core/catalogue/factSheet.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { judgeClaim, removeClaim, takeFindings, writeClaim } from '../../../core/editing/claims.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { CLAIM_KINDS, CLAIM_VERDICTS, wordFinding } from '../../../core/wording/claimText.ts';
import EditorPopup from '../../parts/EditorPopup.vue';
import LineField from '../../parts/LineField.vue';
import { useClaimFindings } from '../../stores/useClaimFindings.ts';
import { useCommit } from '../../stores/useCommit.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';

const props = defineProps<{
  catalogue: Catalogue;
  claims: readonly Claim[];
  subject: RecordId;
  canEdit: boolean;
}>();
const store = useCatalogueStore();
const commit = useCommit();
const author = () => store.about?.author || 'the analyst';

const findings = useClaimFindings(
  () => props.catalogue,
  () => props.claims,
);
const takeable = computed(() =>
  props.claims.flatMap(({ id, verdict }) => {
    const found = findings.value.get(id)!;
    return verdict === 'unchecked' && found.verdict !== 'unchecked'
      ? [{ id, verdict: found.verdict, reason: wordFinding(found.finding) }]
      : [];
  }),
);
const judge = (claim: Claim, verdict: Claim['verdict'], reason = claim.reason) =>
  commit(
    judgeClaim(props.catalogue, claim.id, {
      verdict,
      reason,
      ...(verdict !== 'unchecked' && { by: author() }),
    }),
  );
const sourceTitle = (id?: RecordId) => (id ? recordOf(props.catalogue, 'source', id)?.title : undefined);
const aboutOf = ({ key, value }: Claim) => {
  const fact = findFactKey(key);
  return [
    fact?.label ?? key,
    value !== undefined &&
      (fact && !(fact.type === 'list' && typeof value === 'number')
        ? formatTypedValue(fact, value)
        : String(value)),
  ]
    .filter(Boolean)
    .join(' ');
};

const EMPTY = {
  wording: '',
  about: '',
  claimKind: '' as NonNullable<Claim['claimKind']> | '',
  by: '',
  date: '',
  against: '',
};
const open = ref<{ readonly id: RecordId | null; readonly anchor: HTMLElement } | null>(null);
const form = ref({ ...EMPTY });
function edit(event: Event, claim: Claim | null): void {
  if (!props.canEdit) return;
  form.value = claim
    ? {
        wording: claim.wording,
        about: claim.key
          ? `${claim.key}${claim.value === undefined ? '' : ` = ${aboutOf(claim).slice((findFactKey(claim.key)?.label ?? claim.key).length + 1)}`}`
          : '',
        claimKind: claim.claimKind ?? '',
        by: claim.by,
        date: claim.date ? formatWhen(claim.date) : '',
        against: claim.against.map((id) => nameOf(props.catalogue, id)).join(', '),
      }
    : { ...EMPTY };
  open.value = { id: claim?.id ?? null, anchor: event.currentTarget as HTMLElement };
}
function save(): void {
  if (!open.value) return;
  const { claimKind, ...typed } = form.value;
  const before = open.value.id ? recordOf(props.catalogue, 'claim', open.value.id) : undefined;
  const source = before ? before.source : (store.lastCited ?? undefined);
  if (
    commit(
      writeClaim(props.catalogue, props.subject, open.value.id, {
        ...typed,
        ...(claimKind && { claimKind }),
        ...(source && { source }),
      }),
    )
  )
    open.value = null;
}
</script>

<template>
  <section>
    <h2>
      Claims
      <button v-if="canEdit" class="accent-link" @click="edit($event, null)">New claim</button>
      <button
        v-if="canEdit && takeable.length"
        class="accent-link"
        @click="commit(takeFindings(catalogue, takeable))"
      >
        Take {{ takeable.length }} findings
      </button>
    </h2>
    <table v-if="claims.length" class="plain-table claims" aria-label="Claims">
      <thead>
        <tr>
          <th scope="col">Claimed</th>
          <th scope="col">What is found</th>
          <th scope="col">Verdict, and why</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="claim in claims" :key="claim.id">
          <th scope="row">
            <button class="line" :title="canEdit ? 'Correct' : ''" @click="edit($event, claim)">
              “{{ claim.wording }}”
            </button>
            <span class="small soft by">{{
              [
                claim.key && aboutOf(claim),
                claim.by,
                claim.date && formatWhen(claim.date),
                sourceTitle(claim.source),
              ]
                .filter(Boolean)
                .join(' · ')
            }}</span>
          </th>
          <td>
            <strong class="verdict" :class="findings.get(claim.id)!.verdict">{{
              CLAIM_VERDICTS[findings.get(claim.id)!.verdict]
            }}</strong>
            {{ wordFinding(findings.get(claim.id)!.finding) }}
          </td>
          <td>
            <span class="word">
              <select
                v-if="canEdit"
                class="field"
                :value="claim.verdict"
                :aria-label="`Verdict on “${claim.wording}”`"
                @change="judge(claim, ($event.target as HTMLSelectElement).value as Claim['verdict'])"
              >
                <option v-for="(label, id) in CLAIM_VERDICTS" :key="id" :value="id">{{ label }}</option>
              </select>
              <strong v-else class="verdict" :class="claim.verdict">{{
                CLAIM_VERDICTS[claim.verdict]
              }}</strong>
              <LineField
                label="Why"
                example="why"
                :value="claim.reason"
                :can-edit="canEdit"
                :save="(text) => judge(claim, claim.verdict, text)"
              />
              <button
                v-if="canEdit"
                class="accent-link"
                :aria-label="`Delete “${claim.wording}”`"
                title="Delete this claim"
                @click="commit(removeClaim(catalogue, claim))"
              >
                ×
              </button>
            </span>
            <span v-if="claim.settled" class="small soft">Last word: {{ claim.settled.by }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="soft">No claim is recorded.</p>
    <EditorPopup
      v-if="open"
      :anchor="open.anchor"
      label="A claim"
      :width="400"
      @save="save"
      @close="open = null"
    >
      <input
        v-model="form.wording"
        class="field"
        aria-label="According to the project"
        placeholder="in the words in which it was made"
      />
      <input
        v-model="form.about"
        class="field"
        aria-label="Fact and value"
        placeholder="the fact, and what is claimed of it: actions 7"
      />
      <select v-model="form.claimKind" class="field" aria-label="Kind of claim">
        <option value="">kind: by its wording</option>
        <option v-for="(label, id) in CLAIM_KINDS" :key="id" :value="id">{{ label }}</option>
      </select>
      <input
        v-model="form.by"
        class="field"
        aria-label="By whom"
        placeholder="by whom, where not by the project"
      />
      <input v-model="form.date" class="field" aria-label="When" placeholder="when" />
      <input
        v-model="form.against"
        class="field"
        aria-label="Against"
        placeholder="against whom, separated by commas"
      />
      <span class="small soft"
        >Cites
        {{
          open.id
            ? 'what it cited'
            : (sourceTitle(store.lastCited ?? undefined) ?? 'no source: cite one first')
        }}.</span
      >
      <span class="actions"><v-btn type="submit" color="primary" variant="flat">Write the claim</v-btn></span>
    </EditorPopup>
  </section>
</template>

<style scoped>
h2 {
  font-size: 15px;
}
h2 .accent-link {
  margin-left: 10px;
  font-size: 13px;
  font-weight: 400;
}
.claims {
  width: 100%;
}
.claims th,
.claims td {
  vertical-align: top;
  padding: 5px 16px 5px 0;
}
.claims tbody th {
  width: 30%;
  font-weight: 400;
}
.claims td:last-child {
  width: 34%;
}
.line {
  text-align: left;
  font-weight: 600;
}
.by {
  display: block;
}
.word {
  display: flex;
  gap: 8px;
  align-items: center;
}
.word select {
  width: 136px;
}
.verdict {
  margin-right: 6px;
  color: rgb(var(--v-theme-ink-soft));
}
.verdict.confirmed {
  color: rgb(var(--v-theme-success));
}
.verdict.partly {
  color: rgb(var(--v-theme-accent-ink));
}
.verdict.refuted {
  color: rgb(var(--v-theme-error));
}
</style>
