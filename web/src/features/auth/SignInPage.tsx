import type { SignIn } from '@tidy-quill/contract/auth';
import { Button, Form, Input } from 'antd';
import { problemKind, problemText, useSignInMutation } from '../../app/api';
import { CAUTION_SHORT } from './caution';
import { FirstStart } from './FirstStart';
import { KeptHere } from './KeptHere';

/** The sign-in; it stands over whatever page was open, and gives that page back afterwards. */
export function SignInPage() {
  const [signIn, { error, isLoading }] = useSignInMutation();
  const codeAsked = problemKind(error) === 'second-factor';
  return (
    <main className="sign-in">
      <div className="sign-in-page">
        <h1>Tidy Quill</h1>
        <p className="lead">
          Plans and records laser hair and tattoo removal, beside a trained operator.
        </p>
        <KeptHere />
        <Form
          layout="vertical"
          requiredMark={false}
          onFinish={(values: SignIn) => void signIn(values)}
        >
          <Form.Item
            label="Name"
            name="name"
            rules={[{ required: true, message: 'Type your sign-in name' }]}
          >
            <Input autoComplete="username" autoFocus />
          </Form.Item>
          <Form.Item
            label="Password"
            name="password"
            rules={[{ required: true, message: 'Type your password' }]}
          >
            <Input.Password autoComplete="current-password" />
          </Form.Item>
          {codeAsked ? (
            <Form.Item
              label="Code of your authenticator, or a recovery code"
              name="code"
              rules={[{ required: true, message: 'Type the code' }]}
            >
              <Input autoComplete="one-time-code" inputMode="numeric" autoFocus />
            </Form.Item>
          ) : null}
          {error === undefined ? null : (
            <p className="field-error" role="alert">
              {problemText(error)}
            </p>
          )}
          <Button type="primary" htmlType="submit" size="large" loading={isLoading} block>
            Sign in
          </Button>
        </Form>
        <FirstStart />
        <p className="small">{CAUTION_SHORT}</p>
      </div>
    </main>
  );
}
