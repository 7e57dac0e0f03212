import type { OwnAccount, SecondFactorOffer } from '@tidy-quill/contract/accounts';
import { Button } from 'antd';
import { toDataURL } from 'qrcode';
import { useEffect, useState } from 'react';
import { api } from '../../app/api';
import { useAppDispatch } from '../../app/store';
import { Notice } from '../../widgets/Notice';
import {
  useConfirmSecondFactorMutation,
  useEndSecondFactorMutation,
  useOfferSecondFactorMutation,
} from './account-api';
import { SecretForm } from './SecretForm';

/** A code of six figures from an authenticator, besides the password. */
export function SecondFactor({ account }: { account: OwnAccount }) {
  const [offer, setOffer] = useState<SecondFactorOffer | null>(null);
  const [codes, setCodes] = useState<readonly string[]>([]);
  const [begin] = useOfferSecondFactorMutation();
  const [confirm] = useConfirmSecondFactorMutation();
  const [end] = useEndSecondFactorMutation();
  const dispatch = useAppDispatch();
  return (
    <section aria-label="Second factor">
      <h2>Second factor</h2>
      {codes.length > 0 ? (
        <Notice kind="care" title="Write these recovery codes down now">
          <p>Each lets you in once, without the authenticator. They are not shown again.</p>
          <ul className="recovery-codes">
            {codes.map((code) => (
              <li key={code}>
                <code>{code}</code>
              </li>
            ))}
          </ul>
          <Button
            onClick={() => {
              setCodes([]);
              dispatch(api.util.invalidateTags(['me']));
            }}
          >
            I have written them down
          </Button>
        </Notice>
      ) : null}
      {account.secondFactor ? (
        <>
          <p>
            Set up. {account.recoveryCodesLeft} of 10 recovery codes are left. To set it up on
            another telephone, take it away first.
          </p>
          <SecretForm
            asked={[{ name: 'password', label: 'Password', kind: 'password' }]}
            action="Take it away"
            onSend={({ password = '' }) => end(password)}
          />
        </>
      ) : offer === null ? (
        <>
          <p>
            Whoever learns your password cannot sign in with it alone. You need an authenticator on
            your telephone; nothing leaves this clinic for it.
          </p>
          <SecretForm
            asked={[{ name: 'password', label: 'Password', kind: 'password' }]}
            action="Set it up"
            onSend={async ({ password = '' }) => {
              const result = await begin(password);
              if (result.data !== undefined) setOffer(result.data);
              return result;
            }}
          />
        </>
      ) : (
        <>
          <p>Take this up with your authenticator, then type the six figures that it shows.</p>
          <Qr uri={offer.uri} />
          <p>
            Or type it in: <code className="account-link">{offer.secret}</code>
          </p>
          <SecretForm
            asked={[{ name: 'code', label: 'Six figures', kind: 'figures' }]}
            action="Confirm"
            onSend={async ({ code = '' }) => {
              const result = await confirm(code);
              if (result.data !== undefined) {
                setCodes(result.data.codes);
                setOffer(null);
              }
              return result;
            }}
          />
        </>
      )}
    </section>
  );
}

/** The address as a picture that a telephone reads; made here. */
function Qr({ uri }: { uri: string }) {
  const [picture, setPicture] = useState<string>();
  useEffect(() => {
    toDataURL(uri, { width: 400, margin: 0 }).then(setPicture, () => {});
  }, [uri]);
  return picture === undefined ? null : (
    <img
      className="account-qr"
      src={picture}
      alt="For the authenticator; the text below says the same"
    />
  );
}
