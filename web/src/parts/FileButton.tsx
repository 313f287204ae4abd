import { Button } from '@mui/material';
import { useRef } from 'react';

interface FileButtonProps {
  label: string;
  accept: string;
  isMany?: boolean;
  variant?: 'outlined' | 'contained' | 'text';
  size?: 'small' | 'medium';
  disabled?: boolean;
  onFiles: (files: File[]) => void;
}

/** A button that asks for files. */
export function FileButton({
  label,
  accept,
  isMany = false,
  variant = 'outlined',
  size = 'medium',
  disabled = false,
  onFiles,
}: FileButtonProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        hidden
        multiple={isMany}
        accept={accept}
        aria-label={label}
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      <Button variant={variant} size={size} disabled={disabled} onClick={() => input.current!.click()}>
        {label}
      </Button>
    </>
  );
}
