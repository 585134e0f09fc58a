import { findDot, type Picture, type PhotoRead } from '../../../core/readings/dots/photo';

onmessage = ({ data }: MessageEvent<Picture>) => {
  postMessage(findDot(data) satisfies PhotoRead);
};
