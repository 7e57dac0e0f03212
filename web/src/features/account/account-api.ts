import type {
  AccountLink,
  AccountLinkPage,
  Invited,
  OwnAccount,
  RecoveryCodes,
  SecondFactorOffer,
  SetAccount,
  Lock,
  Unlock,
} from '@tidy-quill/contract/accounts';
import type { Role } from '@tidy-quill/contract/auth';
import { api } from '../../app/api';

const sessions = { type: 'me' as const, id: 'account' };

export const {
  useAccountLinkQuery,
  useSetAccountMutation,
  useOwnAccountQuery,
  useChangePasswordMutation,
  useOfferSecondFactorMutation,
  useConfirmSecondFactorMutation,
  useEndSecondFactorMutation,
  useSetPinMutation,
  useEndSessionMutation,
  useEndOtherSessionsMutation,
  useLockMutation,
  useUnlockMutation,
  useInviteStaffMutation,
  useMakeAccountLinkMutation,
  useSetRoleMutation,
  useSetStaffActiveMutation,
  useDemandSecondFactorMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    accountLink: build.query<AccountLinkPage, string>({ query: (token) => `/account/${token}` }),
    setAccount: build.mutation<null, SetAccount & { token: string }>({
      query: ({ token, ...body }) => ({ url: `/account/${token}`, method: 'POST', body }),
    }),
    ownAccount: build.query<OwnAccount, void>({
      query: () => '/me/account',
      providesTags: [sessions],
    }),
    changePassword: build.mutation<null, { current: string; next: string }>({
      query: (body) => ({ url: '/me/password', method: 'POST', body }),
      invalidatesTags: [sessions],
    }),
    offerSecondFactor: build.mutation<SecondFactorOffer, string>({
      query: (password) => ({ url: '/me/second-factor', method: 'POST', body: { password } }),
    }),
    confirmSecondFactor: build.mutation<RecoveryCodes, string>({
      query: (code) => ({ url: '/me/second-factor/confirm', method: 'POST', body: { code } }),
      invalidatesTags: [sessions],
    }),
    endSecondFactor: build.mutation<null, string>({
      query: (password) => ({ url: '/me/second-factor/end', method: 'POST', body: { password } }),
      invalidatesTags: [sessions, 'me'],
    }),
    setPin: build.mutation<null, { password: string; pin: string }>({
      query: (body) => ({ url: '/me/pin', method: 'POST', body }),
      invalidatesTags: [sessions],
    }),
    endSession: build.mutation<null, string>({
      query: (id) => ({ url: `/me/sessions/${id}`, method: 'DELETE' }),
      invalidatesTags: [sessions],
    }),
    endOtherSessions: build.mutation<null, void>({
      query: () => ({ url: '/me/sessions', method: 'DELETE' }),
      invalidatesTags: [sessions],
    }),
    lock: build.mutation<null, Lock>({
      query: (body) => ({ url: '/me/lock', method: 'POST', body }),
      invalidatesTags: ['me'],
    }),
    unlock: build.mutation<null, Unlock>({
      query: (body) => ({ url: '/me/unlock', method: 'POST', body }),
      invalidatesTags: (_data, error) => (error === undefined ? ['me', 'visit'] : ['me']),
    }),
    inviteStaff: build.mutation<AccountLink, Invited>({
      query: (body) => ({ url: '/clinic/staff', method: 'POST', body }),
      invalidatesTags: ['clinic'],
    }),
    makeAccountLink: build.mutation<AccountLink, { id: string; secondFactorToo: boolean }>({
      query: ({ id, ...body }) => ({ url: `/clinic/staff/${id}/link`, method: 'POST', body }),
      invalidatesTags: ['clinic'],
    }),
    setRole: build.mutation<null, { id: string; role: Role }>({
      query: ({ id, role }) => ({ url: `/clinic/staff/${id}/role`, method: 'PUT', body: { role } }),
      invalidatesTags: ['clinic'],
    }),
    setStaffActive: build.mutation<null, { id: string; active: boolean }>({
      query: ({ id, active }) => ({
        url: `/clinic/staff/${id}/active`,
        method: 'PUT',
        body: { active },
      }),
      invalidatesTags: ['clinic'],
    }),
    demandSecondFactor: build.mutation<null, boolean>({
      query: (demanded) => ({ url: '/clinic/second-factor', method: 'PUT', body: { demanded } }),
      invalidatesTags: ['clinic', 'me'],
    }),
  }),
});
