import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react';
import {
  msg,
  type Backup,
  type Binned,
  type Devices,
  type House,
  type HouseCard,
  type HouseSummary,
  type Imported,
  type Job,
  type PairingCode,
  type ProblemBody,
  type RevisionPage,
  type Saved,
} from '@elwand/core';
import { plainly } from '../app/voices.ts';
import { KEPT_HEADER, keepForAway } from './kept.ts';
import { serverGone } from './view.ts';

export type Kind = 'houses' | 'jobs';

/**
 * What was saved replaces what the device keeps of it, and what the next page would be given. A save that failed leaves that as it is;
 * its own answer tells why.
 */
const keep = <T extends House | Job>(
  path: string,
  saved: Promise<{ data: Saved<T> }>,
): Promise<Saved<T> | null> =>
  saved.then(
    ({ data }) => {
      void keepForAway(path, data);
      return data;
    },
    () => null,
  );

const match = (version: number) => ({ 'If-Match': `"${version}"` });

const ask = fetchBaseQuery({ baseUrl: '/api' });

/** Asks the server, and notes whether it answered itself: without it the device answers from what it kept. */
const asked: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError> = async (args, of, extra) => {
  const result = await ask(args, of, extra);
  const kept =
    (result.meta as { response?: Response } | undefined)?.response?.headers.get(KEPT_HEADER) === 'device';
  of.dispatch(serverGone(kept || result.error?.status === 'FETCH_ERROR'));
  return result;
};

export const api = createApi({
  reducerPath: 'api',
  baseQuery: asked,
  tagTypes: ['list', 'revisions', 'bin', 'backups', 'devices'],
  endpoints: (build) => ({
    listHouses: build.query<HouseSummary[], void>({ query: () => '/houses', providesTags: ['list'] }),
    card: build.query<HouseCard, string>({ query: (id) => `/houses/${id}/card`, providesTags: ['list'] }),
    sample: build.mutation<{ id: string; jobId: string | null }, void>({
      query: () => ({ url: '/sample', method: 'POST' }),
      invalidatesTags: ['list'],
    }),
    getHouse: build.query<Saved<House>, string>({ query: (id) => `/houses/${id}`, keepUnusedDataFor: 0 }),
    getJob: build.query<Saved<Job>, string>({ query: (id) => `/jobs/${id}`, keepUnusedDataFor: 0 }),
    createHouse: build.mutation<Saved<House>, House>({
      query: (body) => ({ url: '/houses', method: 'POST', body }),
      invalidatesTags: ['list'],
    }),
    createJob: build.mutation<Saved<Job>, Job>({
      query: (body) => ({ url: '/jobs', method: 'POST', body }),
      invalidatesTags: ['list'],
    }),
    saveHouse: build.mutation<Saved<House>, { document: House; version: number }>({
      query: ({ document, version }) => ({
        url: `/houses/${document.id}`,
        method: 'PUT',
        body: document,
        headers: match(version),
      }),
      onQueryStarted: async ({ document }, { queryFulfilled, dispatch }) => {
        const saved = await keep(`houses/${document.id}`, queryFulfilled);
        if (saved) void dispatch(api.util.upsertQueryData('getHouse', document.id, saved));
      },
      invalidatesTags: ['list', 'revisions'],
    }),
    saveJob: build.mutation<Saved<Job>, { document: Job; version: number }>({
      query: ({ document, version }) => ({
        url: `/jobs/${document.id}`,
        method: 'PUT',
        body: document,
        headers: match(version),
      }),
      onQueryStarted: async ({ document }, { queryFulfilled, dispatch }) => {
        const saved = await keep(`jobs/${document.id}`, queryFulfilled);
        if (saved) void dispatch(api.util.upsertQueryData('getJob', document.id, saved));
      },
      invalidatesTags: ['list', 'revisions'],
    }),
    saveBoth: build.mutation<
      { house: Saved<House>; job: Saved<Job> },
      { house: House; job: Job; versions: { house: number; job: number } }
    >({
      query: (body) => ({ url: `/jobs/${body.job.id}/with-house`, method: 'PUT', body }),
      onQueryStarted: async ({ house, job }, { queryFulfilled, dispatch }) => {
        const [h, j] = await Promise.all([
          keep(
            `houses/${house.id}`,
            queryFulfilled.then(({ data }) => ({ data: data.house })),
          ),
          keep(
            `jobs/${job.id}`,
            queryFulfilled.then(({ data }) => ({ data: data.job })),
          ),
        ]);
        if (h) void dispatch(api.util.upsertQueryData('getHouse', house.id, h));
        if (j) void dispatch(api.util.upsertQueryData('getJob', job.id, j));
      },
      invalidatesTags: ['list', 'revisions'],
    }),
    remove: build.mutation<void, { kind: Kind; id: string }>({
      query: ({ kind, id }) => ({ url: `/${kind}/${id}`, method: 'DELETE' }),
      invalidatesTags: ['list', 'bin'],
    }),
    bin: build.query<Binned[], void>({ query: () => '/bin', providesTags: ['bin'] }),
    unbin: build.mutation<Saved<House | Job>, { kind: Kind; id: string; version: number }>({
      query: ({ kind, id, version }) => ({
        url: `/bin/${kind}/${id}/restore`,
        method: 'POST',
        headers: match(version),
      }),
      invalidatesTags: ['list', 'bin'],
    }),
    purge: build.mutation<void, { kind: Kind; id: string }>({
      query: ({ kind, id }) => ({ url: `/bin/${kind}/${id}`, method: 'DELETE' }),
      invalidatesTags: ['bin'],
    }),
    revisions: build.query<RevisionPage, { kind: Kind; id: string; before?: number }>({
      query: ({ kind, id, before }) => ({
        url: `/${kind}/${id}/revisions`,
        ...(before === undefined ? {} : { params: { before } }),
      }),
      providesTags: ['revisions'],
      keepUnusedDataFor: 0,
    }),
    revision: build.query<Saved<House | Job>, { kind: Kind; id: string; version: number }>({
      query: ({ kind, id, version }) => `/${kind}/${id}/revisions/${version}`,
    }),
    // The file goes as it is: the server reads and checks it, in a thread of its own.
    importFile: build.mutation<{ houses: Imported[] }, File>({
      query: (body) => ({
        url: '/import',
        method: 'POST',
        body,
        headers: { 'Content-Type': 'application/json' },
      }),
      invalidatesTags: ['list'],
    }),
    backups: build.query<Backup[], void>({ query: () => '/backups', providesTags: ['backups'] }),
    makeBackup: build.mutation<Backup, void>({
      query: () => ({ url: '/backups', method: 'POST' }),
      invalidatesTags: ['backups'],
    }),
    restoreBackup: build.mutation<{ before: Backup }, string>({
      query: (name) => ({ url: `/backups/${name}/restore`, method: 'POST' }),
      invalidatesTags: ['backups', 'list', 'bin', 'revisions'],
    }),
    devices: build.query<Devices, void>({ query: () => '/devices', providesTags: ['devices'] }),
    pairingCode: build.mutation<PairingCode, void>({
      query: () => ({ url: '/devices/code', method: 'POST' }),
    }),
    revokeDevice: build.mutation<void, string>({
      query: (id) => ({ url: `/devices/${id}`, method: 'DELETE' }),
      invalidatesTags: ['devices'],
    }),
  }),
});

export const {
  useListHousesQuery,
  useCardQuery,
  useSampleMutation,
  useGetHouseQuery,
  useGetJobQuery,
  useCreateHouseMutation,
  useCreateJobMutation,
  useRemoveMutation,
  useBinQuery,
  useUnbinMutation,
  usePurgeMutation,
  useRevisionsQuery,
  useLazyRevisionsQuery,
  useLazyRevisionQuery,
  useImportFileMutation,
  useBackupsQuery,
  useMakeBackupMutation,
  useRestoreBackupMutation,
  useDevicesQuery,
  usePairingCodeMutation,
  useRevokeDeviceMutation,
} = api;

/** The problem behind a failed call, in words for the screen; undefined body means the server was not reached. */
export function problemOf(error: unknown): {
  title: string;
  detail: string;
  problems: readonly { where: string; what: string }[];
} {
  const e = error as { status?: unknown; data?: Partial<ProblemBody> } | undefined;
  if (typeof e?.status === 'number' && e.data?.detail)
    return {
      title: e.data.title ?? plainly(msg('screen.state.something-went-wrong')),
      detail: e.data.detail,
      problems: e.data.problems ?? [],
    };
  return {
    title: plainly(msg('screen.state.the-server-doesnt-answer')),
    detail: plainly(msg('screen.state.nothing-you-typed-is-lost')),
    problems: [],
  };
}
