import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type { BundleFile, House, Job } from '@elwand/core';

export interface Saved<T> {
  readonly version: number;
  readonly updatedAt: string;
  readonly document: T;
}
export interface JobSummary {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly updatedAt: string;
  readonly signedOff: string | null;
}
export interface HouseSummary extends Omit<JobSummary, 'signedOff'> {
  readonly jobs: readonly JobSummary[];
}
export interface Revision {
  readonly version: number;
  readonly savedAt: string;
}
/** An error body of the server. */
export interface ProblemBody {
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly problems?: readonly { where: string; what: string }[];
  readonly current?: Saved<House | Job>;
}

type Kind = 'houses' | 'jobs';

export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: '/api' }),
  tagTypes: ['list', 'revisions'],
  endpoints: (build) => ({
    listHouses: build.query<HouseSummary[], void>({ query: () => '/houses', providesTags: ['list'] }),
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
        headers: { 'If-Match': `"${version}"` },
      }),
      invalidatesTags: ['list', 'revisions'],
    }),
    saveJob: build.mutation<Saved<Job>, { document: Job; version: number }>({
      query: ({ document, version }) => ({
        url: `/jobs/${document.id}`,
        method: 'PUT',
        body: document,
        headers: { 'If-Match': `"${version}"` },
      }),
      invalidatesTags: ['list', 'revisions'],
    }),
    remove: build.mutation<void, { kind: Kind; id: string }>({
      query: ({ kind, id }) => ({ url: `/${kind}/${id}`, method: 'DELETE' }),
      invalidatesTags: ['list'],
    }),
    revisions: build.query<Revision[], { kind: Kind; id: string }>({
      query: ({ kind, id }) => `/${kind}/${id}/revisions`,
      providesTags: ['revisions'],
    }),
    restore: build.mutation<Saved<House | Job>, { kind: Kind; id: string; version: number }>({
      query: ({ kind, id, version }) => ({
        url: `/${kind}/${id}/revisions/${version}/restore`,
        method: 'POST',
      }),
      invalidatesTags: ['list', 'revisions'],
    }),
    importBundle: build.mutation<{ houseId: string; jobs: string[]; copied: boolean }, BundleFile>({
      query: (body) => ({ url: '/import', method: 'POST', body }),
      invalidatesTags: ['list'],
    }),
  }),
});

export const {
  useListHousesQuery,
  useGetHouseQuery,
  useGetJobQuery,
  useCreateHouseMutation,
  useCreateJobMutation,
  useRemoveMutation,
  useRevisionsQuery,
  useRestoreMutation,
  useImportBundleMutation,
} = api;

/** The problem behind a failed call, in words for the screen; undefined body means the server was not reached. */
export function problemOf(error: unknown): { title: string; detail: string } {
  const e = error as { status?: unknown; data?: Partial<ProblemBody> } | undefined;
  if (typeof e?.status === 'number' && e.data?.detail)
    return { title: e.data.title ?? 'Something went wrong', detail: e.data.detail };
  return {
    title: 'The server does not answer',
    detail: 'Nothing you typed is lost. Check that Elwand is still running, then try again.',
  };
}
