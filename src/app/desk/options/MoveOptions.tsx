export function MoveOptions() {
  return (
    <span className="truncate text-second">Drag the paper. The wheel zooms; two fingers move, zoom and turn.</span>
  );
}
