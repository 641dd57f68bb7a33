import { Button } from '@mantine/core';
import { Link } from 'react-router';
import parts from '../ui/parts.module.css';
import css from './sharing.module.css';

/** Step by step: how a phone learns to trust the certificate of this crew's machine. */
export function TrustPage() {
  return (
    <main id="main" className={parts.noticePage}>
      <h1>Trust this machine</h1>
      <p>
        The machine in the boathouse has a certificate of its own, which no authority knows. Until your phone trusts it, the browser warns
        each time; everything works, but nothing opens while you are away from the network. It is done once.
      </p>
      <ol className={css.steps}>
        <li>
          <Button component="a" href="/api/certificate.crt" download="ivrak-crew.crt">
            Fetch the certificate
          </Button>
        </li>
        <li>
          <b>Where the phone offers to install a profile:</b> allow it; then Settings, General, the profile that was fetched, Install. Then
          Settings, General, About, the list of trusted certificates at the end, and switch “Ivrak of this crew” on.
        </li>
        <li>
          <b>On other phones:</b> Settings, search for “certificate”, Install a certificate, CA certificate, Install anyway, and choose the
          file ivrak-crew.crt among the downloads.
        </li>
        <li>On a computer: the browser’s settings, search for “certificates”, Authorities, Import, and tick that it may identify sites.</li>
        <li>Close the browser and open the address again. The warning is gone.</li>
      </ol>
      <p className="small muted">
        Compare before you trust: Settings on the machine itself shows the fingerprint of its certificate; the phone shows one while
        installing. They have to be the same. Whoever holds the data folder of that machine could make certificates that your phone
        believes: take it off again when you leave the crew.
      </p>
      <p>
        <Link to="/pair">Pair this device</Link>
      </p>
    </main>
  );
}
