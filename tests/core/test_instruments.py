"""Instruments: how the simulated ones err, the protocol over a real socket and a pseudo-terminal, recordings."""

import itertools
import math
import socket
import tempfile
import threading
import time
import unittest
from collections.abc import Callable
from pathlib import Path

import numpy as np
from scipy.stats import chi2

from equilix.bench.subjects import part_alone, reading
from equilix.demo import lighthouse
from equilix.errors import never
from equilix.instruments.hidden import hidden
from equilix.instruments.instrument import About, InstrumentError, Sample
from equilix.instruments.lines import greeting, read_greeting, read_sample, sample_line
from equilix.instruments.recording import Replay, recorded
from equilix.instruments.remote import MOST_A_SECOND, Remote
from equilix.instruments.serving import Serving
from equilix.instruments.settling import Settling, Steady
from equilix.instruments.shelf import SIMULATED, simulated
from equilix.instruments.simulated import Flaws, Simulated
from tests.told import refused

SCALE = About("scale", "kg", ("load",), 0.005, 40.0, 0.002)


def some(instrument: object, count: int) -> list[Sample]:
    """The first samples of a stream."""
    return list(itertools.islice(instrument.samples(never), count))  # type: ignore[attr-defined]


def steady(instrument: object, about: About, channel: int = 0) -> Steady:
    """The first reading that stands still."""
    settling = Settling(about, channel)
    for sample in itertools.islice(instrument.samples(never), 500):  # type: ignore[attr-defined]
        if settling.take(sample) == "ready":
            found = settling.reading()
            assert found is not None
            return found
    raise AssertionError("it never stood still")


class AsRealOnesErr(unittest.TestCase):
    """Each flaw by itself."""

    def said(
        self, flaws: Flaws, count: int = 400, true: float | Callable[[float], float] = 4.0, **more: object
    ) -> np.ndarray:
        """What a scale says with one flaw and no steps."""
        about = About("scale", "kg", ("load",), 0.0, 40.0)
        feels = true if callable(true) else lambda _at: true
        instrument = Simulated(about, lambda at: (feels(at),), flaws, **more)  # type: ignore[arg-type]
        return np.array([each.values[0] for each in some(instrument, count)])

    def test_noise(self) -> None:
        """As large as is said, by its chi-square: between the 0.1 % points."""
        said = self.said(Flaws(noise=0.02), 500)
        square = float(((said - 4.0) ** 2).sum()) / 0.02**2
        self.assertTrue(chi2.ppf(0.001, 500) < square < chi2.ppf(0.999, 500), square)

    def test_drift_lag_and_friction(self) -> None:
        """So much a second; 63 % after its time constant; it stays where it is until it feels enough more."""
        said = self.said(Flaws(drift=0.01))
        self.assertAlmostEqual(float(said[100] - said[0]), 0.1)
        said = self.said(Flaws(settles_s=1.0))
        self.assertAlmostEqual(float(said[9]), 4.0 * (1 - math.exp(-1)), places=9)
        said = self.said(Flaws(friction=0.5), 60, lambda at: 4.0 if at < 2 else 4.4 if at < 4 else 5.0)
        self.assertEqual([float(said[each]) for each in (10, 30, 50)], [4.0, 4.0, 5.0])

    def test_hysteresis(self) -> None:
        """Coming down it says less than going up, by as much as is said."""
        up = self.said(Flaws(hysteresis=0.1), 60, lambda at: min(at, 4.0))
        down = self.said(Flaws(hysteresis=0.1), 130, lambda at: min(at, 8.0) if at < 8 else max(16 - at, 4.0))
        self.assertAlmostEqual(float(up[-1] - down[-1]), 0.1)

    def test_steps_saturation_and_gaps(self) -> None:
        """In whole steps; at its end it says overload; some samples never come."""
        about = About("scale", "kg", ("load",), 0.005, 5.0)
        said = some(Simulated(about, lambda _at: (1.2034,), Flaws()), 3)
        self.assertEqual(said[0].values, (1.205,))
        over = some(Simulated(about, lambda _at: (9.0,), Flaws()), 20)[-1]
        self.assertEqual((over.values, over.overload, over.stable), ((5.0,), True, False))
        gaps = some(Simulated(about, lambda _at: (1.0,), Flaws(drops_out=0.2), seed=3), 400)
        self.assertAlmostEqual(400 / (gaps[-1].at_s * 10), 0.8, delta=0.06)

    def test_tare(self) -> None:
        """What is on it is zero from then on."""
        instrument = Simulated(SCALE, lambda at: (1.0 if at < 1 else 3.5,), Flaws())
        stream = instrument.samples(never)
        for _ in range(5):
            next(stream)
        instrument.tare()
        self.assertEqual(next(stream).values, (0.0,))
        self.assertEqual(list(itertools.islice(stream, 10))[-1].values, (2.5,))

    def test_each_that_ships(self) -> None:
        """It settles on what it feels, within four times the uncertainty that it gives, and knows its channels."""
        for key, row in SIMULATED.items():
            true = tuple(0.4 + 0.1 * n for n in range(len(row.about.channels)))
            off = []
            for seed in range(20):
                instrument = simulated(key, lambda _at, true=true: true, seed=seed)
                found = steady(instrument, row.about, len(true) - 1)
                off.append((found.value - true[-1]) / found.sd)
            self.assertLess(max(map(abs, off)), 4.0, key)


class StandsStill(unittest.TestCase):
    """When a stream is a reading."""

    def test_not_before_it_does(self) -> None:
        """While it rises it is no reading; afterwards it is, with half a step at the least as its doubt."""
        settling = Settling(SCALE)
        states = [settling.take(each) for each in some(Simulated(SCALE, lambda at: (min(at, 2.0),), Flaws()), 60)]
        self.assertNotIn("ready", states[:20])
        self.assertEqual(states[-1], "ready")
        found = settling.reading()
        assert found is not None
        self.assertEqual(found.value, 2.0)
        self.assertAlmostEqual(found.sd, math.hypot(0.005 / math.sqrt(12), 0.002))

    def test_overload_and_jumps(self) -> None:
        """Overload forgets what was; so does a clock that goes back or leaps; what is no number is passed over."""
        settling = Settling(SCALE)
        for k in range(20):
            settling.take(Sample(k / 10, (1.0,)))
        self.assertEqual(settling.state, "ready")
        self.assertEqual(settling.take(Sample(2.0, (40.0,), overload=True)), "overload")
        self.assertIsNone(settling.reading())
        for at in (2.1, 2.2, 1.0, 90.0):
            settling.take(Sample(at, (1.0,)))
        self.assertEqual(settling.jumps, 2)
        settling.take(Sample(90.1, (math.nan,)))
        self.assertEqual(settling.now, 1.0)


class Lines(unittest.TestCase):
    """The text protocol."""

    def test_there_and_back(self) -> None:
        """What an instrument is, and its samples."""
        for row in SIMULATED.values():
            self.assertEqual(read_greeting(greeting(row.about)).name, row.about.name)  # type: ignore[union-attr]
            self.assertEqual(read_greeting(greeting(row.about)).channels, row.about.channels)  # type: ignore[union-attr]
        for sample in (Sample(1.25, (4.125,)), Sample(2.0, (0.5,), stable=False), Sample(3.0, (40.0,), False, True)):
            self.assertEqual(read_sample(sample_line(sample), SCALE), sample)

    def test_rubbish(self) -> None:
        """What is no greeting and no sample is none."""
        good = greeting(SCALE)
        for line in ("", "hello", good.replace("kg", "stone"), good.replace("=40", "=-1"), good.replace("load", ""),
                     good.replace("most=40", "most=many"), 'x "', good.replace(" 1 ", " 2 "), "x" * 600):  # fmt: skip
            self.assertIsNone(read_greeting(line), line)
        for line in (
            "",
            "1 2",
            "1 2 3 stable",
            "a 2 stable",
            "1 nan stable",
            "1 inf stable",
            "1 2 perhaps",
            "1 " * 400,
        ):
            self.assertIsNone(read_sample(line, SCALE), line)


class OverTheWire(unittest.TestCase):
    """A real socket on the loopback, and a pseudo-terminal."""

    def test_socket_and_terminal(self) -> None:
        """It says what it is, sends samples, is tared, is left; and another client is served after that."""
        for port in (0, None):
            true = [2.0]
            instrument = Simulated(SCALE, lambda _at, true=true: (true[0],), Flaws(noise=0.001), speed=3.0)
            with Serving(instrument, port=port) as serving:
                for _ in range(2):
                    remote = Remote(serving.address)
                    remote.open()
                    self.addCleanup(remote.close)
                    self.assertEqual((remote.about.name, remote.about.channels), ("scale", ("load",)))
                    found = steady(remote, remote.about)
                    self.assertAlmostEqual(found.value, 2.0, delta=0.004)
                    remote.tare()
                    first = next(k for k, each in enumerate(remote.samples(never)) if abs(each.values[0]) < 0.006)
                    self.assertLess(first, 200)  # those from before it are still on their way
                    remote.close()
                    instrument._zero[:] = 0.0

    def test_the_next_one_at_once(self) -> None:
        """At a terminal one may be opened in the breath in which the last was closed: it is heard."""
        with Serving(Simulated(SCALE, lambda _at: (2.0,), Flaws(), speed=3.0)) as serving:
            for _ in range(5):
                remote = Remote(serving.address)
                remote.open()
                self.assertAlmostEqual(some(remote, 3)[-1].values[0], 2.0, delta=0.1)
                remote.close()

    def test_nobody_there(self) -> None:
        """A port that is not there, and one where nothing answers: said."""
        with refused(self, InstrumentError, "“/dev/nowhere” cannot be opened"):
            Remote("/dev/nowhere").open()
        with self.talking(lambda _client, over: over.wait()) as address, refused(self, InstrumentError, "does not say"):
            Remote(address, patience_s=0.3).open()
        with refused(self, InstrumentError, "is not open"):
            _ = Remote("nothing").about

    def test_stalls_rubbish_gone_floods(self) -> None:
        """Each ends with what is wrong, or goes on with less: nothing is made up."""
        hello = f"{greeting(SCALE)}\n".encode()

        def stalls(client: socket.socket, over: threading.Event) -> None:
            client.sendall(hello + b"0.1 1.0 stable\n")
            over.wait()

        def rubbish(client: socket.socket, over: threading.Event) -> None:
            client.sendall(hello + b"0.1 1.0 stable\n" + b"\xff\x00 what\n" * 40)
            over.wait()

        def gone(client: socket.socket, _over: threading.Event) -> None:
            client.sendall(hello + b"0.1 1.0 stable\n")

        for talk, words in (
            (stalls, "has said nothing for"),
            (rubbish, "sends what is no reading"),
            (gone, "is gone"),
        ):
            with self.subTest(words), self.talking(talk) as address:
                remote = Remote(address, patience_s=0.4)
                remote.open()
                came = []
                with refused(self, InstrumentError, words):
                    came.extend(each for each in remote.samples(never))
                remote.close()

        def floods(client: socket.socket, _over: threading.Event) -> None:
            client.sendall(hello)
            for k in range(4000):
                client.sendall(f"{k / 1000} 1.0 stable\n".encode())
            client.sendall(b"5.0 7.0 stable\n")

        with self.talking(floods) as address:
            remote = Remote(address)
            remote.open()
            began, came = time.monotonic(), []
            with refused(self, InstrumentError, "is gone"):
                for sample in remote.samples(never):
                    came.append(sample)
            self.assertLess(len(came), 4 * MOST_A_SECOND * max(time.monotonic() - began, 1.0))
            self.assertEqual(came[-1].values, (7.0,))
            remote.close()

    def talking(self, talk: Callable[[socket.socket, threading.Event], object]) -> "Talking":
        """Somebody at the other end of a socket."""
        return Talking(talk)


class Talking:
    """A server that says what it is told to, once; ``over`` is set when the test needs it no more."""

    def __init__(self, talk: Callable[[socket.socket, threading.Event], object]) -> None:
        self.listening = socket.create_server(("127.0.0.1", 0))
        self.over = threading.Event()
        self.talk = talk

    def __enter__(self) -> str:
        self.thread = threading.Thread(target=self._serve, daemon=True)
        self.thread.start()
        return f"socket://127.0.0.1:{self.listening.getsockname()[1]}"

    def _serve(self) -> None:
        client, _ = self.listening.accept()
        with client:
            try:
                client.recv(100)
                self.talk(client, self.over)
            except OSError:
                pass

    def __exit__(self, *_error: object) -> None:
        self.over.set()
        self.thread.join(6)
        self.listening.close()


class Recordings(unittest.TestCase):
    """As a table, and played back."""

    def test_there_and_back(self) -> None:
        """Every sample as it was; with holes, the others; what is no recording is said."""
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "run.csv"
            samples = some(simulated("gimbal", lambda _at: (0.1, 0.2, 0.3), seed=2), 30)
            about = SIMULATED["gimbal"].about
            path.write_text(recorded(about, samples))
            replay = Replay(path, speed=0)
            self.assertEqual(replay.about, about)
            played = list(replay.samples(never))
            for one, other in zip(samples, played, strict=True):
                np.testing.assert_allclose(one.values, other.values, atol=1e-6)
                self.assertEqual((one.stable, one.overload), (other.stable, other.overload))
            lines = path.read_text().splitlines()
            lines[4], lines[6] = "0.2;;0.1;0.2;1;0", "what"
            path.write_text("\n".join(lines))
            replay.open()
            self.assertEqual((len(list(replay.samples(never))), replay.holes), (28, 2))
            for text in ("", "hello", "t s;a kg;b m\n0;1;2", "t s;stable\n0;1", "t s;load kg\n"):
                path.write_text(text)
                with refused(self, InstrumentError, "is no recording"):
                    Replay(path).open()
            with refused(self, InstrumentError, "is no recording"):
                Replay(Path(folder) / "gone.csv").open()


class HiddenRig(unittest.TestCase):
    """What simulated instruments feel."""

    def test_it_differs_from_the_sheets(self) -> None:
        """By as much as is known of each part; where one is said to be wrong, exactly so; the same for one seed."""
        document = lighthouse()
        real = hidden(document, 4, {"battery-98": (0.9, 0.01)})
        self.assertEqual(real.real["battery-98"][0], 0.9)
        scale = reading(part_alone(document, "battery-98"), "mass")
        self.assertAlmostEqual(real.reads(scale), 0.9)
        body = document.parts_by_id["battery-98"].body()
        self.assertAlmostEqual(real.reads(scale.changed(sort="balance")), float(body.cg_m[0]) + 0.01)
        off = [
            float((real.real[part.id][0] - part.mass_kg) / part.body().mass_sd_kg)
            for part in document.parts if part.id != "battery-98"
        ]  # fmt: skip
        self.assertAlmostEqual(float(np.std(off)), 1.0, delta=0.25)
        again = hidden(document, 4)
        self.assertEqual(float(again.real["bridge"][0]), float(real.real["bridge"][0]))


if __name__ == "__main__":
    unittest.main()
