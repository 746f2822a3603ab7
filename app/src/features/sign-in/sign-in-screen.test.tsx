import { fireEvent, screen } from '@testing-library/react-native';
import { eventually, openPlace, sent, settled, written } from '@/bench/place.fixture';
import { SignInScreen } from './sign-in-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const signIn = (email: string) => {
  fireEvent.changeText(screen.getByLabelText('E-mail'), email);
  fireEvent.changeText(screen.getByLabelText('Password'), 'high tide');
  fireEvent.press(screen.getByText('Sign in'));
  return settled();
};
test('a wrong password is said, and what was typed stays', async () => {
  await openPlace(<SignInScreen />, {
    session: null,
    answers: { 'POST /session': { type: 'x', title: 'E-mail or password is wrong', status: 401 } },
  });
  await signIn('ines@tidewrack.example');
  await eventually(() => expect(screen.getByText('E-mail or password is wrong.')).toBeTruthy());
  expect(screen.getByLabelText('E-mail').props).toMatchObject({ value: 'ines@tidewrack.example' });
});
test('without an e-mail nothing is sent; without signal it is said', async () => {
  await openPlace(<SignInScreen />, { session: null });
  await signIn('');
  expect(sent).toEqual([]);
  await signIn('ines@tidewrack.example');
  await eventually(() => expect(written()).toMatch(/There is no signal. Signing in needs the server once/));
});
