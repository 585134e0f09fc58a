import { Slider } from '@mantine/core';
import classes from './Pictures.module.css';

const most = 6;

/** How much pictures are enlarged. */
export function ZoomSlider({
  label,
  zoom,
  onChange,
}: {
  label: string;
  zoom: number;
  onChange: (zoom: number) => void;
}) {
  return (
    <div className={classes.zoom}>
      <span aria-hidden="true">{label}</span>
      <Slider
        thumbLabel={label}
        min={1}
        max={most}
        step={0.25}
        value={zoom}
        onChange={onChange}
        label={(value) => `${value} ×`}
        w={240}
      />
    </div>
  );
}
