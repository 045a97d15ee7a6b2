/** Today and the as-of date of the address. The only place where the interface reads the clock for dates. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { firstDayOf, formatDay } from '../../core/catalogue/days.ts';

/** Today as `YYYY-MM-DD`, in the analyst's own time zone. */
export function today(): string {
  const now = new Date();
  return formatDay(Math.floor((now.getTime() - now.getTimezoneOffset() * 60_000) / 86_400_000));
}

/** The date that screens show: `asof` of the address, else today; as text and as day number. */
export function useAsOf() {
  const route = useRoute();
  const date = computed(() => {
    const asked = String(route.query.asof ?? '');
    return /^\d{4}-\d\d-\d\d$/.test(asked) && !Number.isNaN(firstDayOf(asked)) ? asked : today();
  });
  return {
    date,
    day: computed(() => firstDayOf(date.value)),
    isToday: computed(() => date.value === today()),
  };
}

/** Today as day number (days since 1970-01-01). */
export function currentDay(): number {
  return firstDayOf(today());
}
