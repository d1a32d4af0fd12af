import { refusal } from './guard';

const ask = (headers: Record<string, string>) => refusal(new Headers(headers));

describe('where a request comes from', () => {
  it('is let in from its own address, with or without an origin', () => {
    expect(ask({ host: '127.0.0.1:3210' })).toBeNull();
    expect(ask({ host: 'localhost:3210', origin: 'http://localhost:3210' })).toBeNull();
    expect(ask({ host: '[::1]:3210' })).toBeNull();
    expect(
      ask({ host: '127.0.0.1:3210', 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' }),
    ).toBeNull();
  });
  it('is refused from another site, another port, or by a name that only resolves to here', () => {
    expect(ask({ host: 'shop.example:3210' })).toMatch(/own address/);
    expect(ask({})).toMatch(/own address/);
    expect(ask({ host: '127.0.0.1:3210', origin: 'http://127.0.0.1:9999' })).toMatch(/another site/);
    expect(ask({ host: '127.0.0.1:3210', origin: 'null' })).toMatch(/another site/);
    expect(ask({ host: '127.0.0.1.example' })).toMatch(/own address/);
    expect(
      ask({ host: '127.0.0.1:3210', 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' }),
    ).toMatch(/another site/);
  });
  it('that changes something says where it comes from, by its origin or by our own header', () => {
    const put = (headers: Record<string, string>) =>
      refusal(new Headers({ host: '127.0.0.1:3210', ...headers }), 'PUT');
    expect(put({ origin: 'http://127.0.0.1:3210' })).toBeNull();
    expect(put({ 'x-fierce-lung': 'a script' })).toBeNull();
    expect(put({})).toMatch(/says where it comes from/);
    expect(put({ origin: 'http://elsewhere.example', 'x-fierce-lung': '1' })).toMatch(/another site/);
  });
});
