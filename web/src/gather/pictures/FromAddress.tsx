import {
  Button,
  Checkbox,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  TextField,
} from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import { api } from '../../api.ts';
import { keepTaken, nameOfFile } from './takeIn.ts';

/** A picture fetched from an address; it can be stopped at any time. */
export function FromAddress({ siteId, onClose }: { siteId: string; onClose: () => void }) {
  const [address, setAddress] = useState('');
  const [allowLocal, setAllowLocal] = useState(false);
  const [problem, setProblem] = useState<string>();
  const [isBusy, setBusy] = useState(false);
  const stop = useRef<AbortController>(undefined);
  useEffect(() => () => stop.current?.abort(), []);
  const fetchIt = async () => {
    stop.current = new AbortController();
    const { signal } = stop.current;
    setBusy(true);
    setProblem(undefined);
    try {
      const taken = await api.takeFrom(siteId, address.trim(), allowLocal, signal);
      keepTaken(taken, nameOfFile(taken.file), 'Picture from an address');
      onClose();
    } catch (error) {
      if (!signal.aborted) setProblem((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="from-address">
      <DialogTitle id="from-address">A picture from an address</DialogTitle>
      <DialogContent>
        <TextField
          autoFocus
          fullWidth
          margin="dense"
          size="small"
          label="Address of the picture"
          placeholder="https://"
          value={address}
          error={problem !== undefined}
          helperText={problem ?? 'Pictures only, over http or https, up to 64 MB.'}
          onChange={(event) => setAddress(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && address.trim() !== '' && void fetchIt()}
        />
        <FormControlLabel
          control={<Checkbox size="small" checked={allowLocal} onChange={(_, on) => setAllowLocal(on)} />}
          label="It lies on this machine or network, and may be fetched from there"
        />
      </DialogContent>
      <DialogActions>
        {isBusy ? (
          <Button onClick={() => stop.current?.abort()}>Stop</Button>
        ) : (
          <Button onClick={onClose}>Close</Button>
        )}
        <Button variant="contained" disabled={isBusy || address.trim() === ''} onClick={() => void fetchIt()}>
          {isBusy ? 'Fetching' : 'Fetch it'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
