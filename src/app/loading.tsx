export default function Loading() {
  return (
    <main className="jobs" aria-busy="true">
      <p className="quiet">Opening …</p>
    </main>
  );
}
