/** The room of a quiet line that is still computed, so that nothing moves away under the hand when it is there. */
export function LineToCome({ text }: { text: string }) {
  return (
    <div aria-hidden className="invisible pb-2">
      <button type="button" className="quiet" tabIndex={-1}>
        {text}
      </button>
    </div>
  );
}
