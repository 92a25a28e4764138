#!/usr/bin/python3
"""The firmware's loop, walked turn by turn in whole nanoseconds, against the run of the same program: which pulses a
polled input sees, and how often a display is redrawn. Nothing of the program's own skipping of idle turns is in it.

The costs of a sample and of a redraw are the program's; a line's and a turn's stand in docs/model.md."""
import copy
import json
import math
import os
import random
import sys
import tempfile

from common import SOURCE, cli

NS = 1_000_000_000
TURN = 4e-6  # seconds, an idle turn of the 8-bit class
FORMAT, ARITHMETIC = 171e-6, 9.7e-6  # a number made into text, a byte moved


def ns(seconds):
    return round(seconds * NS)


def walked(program, costs, panel, hertz, duty, loop_wait, seconds, serial):
    """Returns the pulses seen until the last sample, and the redraws that can be seen."""
    due = {task["id"]: 0 for task in program}
    now, seen, was_high, at_last_sample, redraws = 0, 0, False, 0, 0
    buffer_empty = 0
    byte = ns(10 / serial["baud"])
    end = ns(seconds)
    while now <= end:
        phase = now / NS * hertz
        is_high = phase >= 1 and phase - math.floor(phase) < duty
        if is_high and not was_high:
            seen += 1
        was_high = is_high
        for task in program:
            every_turn = task.get("when") == "every turn" or task["does"] == "wait"
            if not every_turn and due[task["id"]] > now:
                continue
            if now > end:
                break
            every = task["interval"]
            if every:
                due[task["id"]] = every * (now // every + 1)
            if task["does"] == "sample":
                at_last_sample = seen
            if task["does"] == "wait":
                now += task["wait"]
            elif task["does"] == "print":
                made = now + ns(-(-task["bytes"] // 8) * FORMAT + task["bytes"] * ARITHMETIC)
                buffer_empty = max(buffer_empty, made) + byte * task["bytes"]
                now = max(made, buffer_empty - byte * serial["bufferBytes"])
            else:
                now += ns(costs[task["id"]])
            if task["does"] == "redraw" and now + ns(panel) <= end:
                redraws += 1
        now += ns(TURN + loop_wait)
    return at_last_sample, redraws


def quantity(value, unit):
    return {"value": value, "unit": unit}


def drawn(chance, base):
    """A program, and what the simulation needs of it."""
    instrument = copy.deepcopy(base)
    channel, display = instrument["channels"][0], instrument["displays"][0]
    hertz = chance.choice([3, 7.3, 11, 17.9, 23, 31.7])
    duty = chance.choice([20, 50, 65])
    gate = chance.choice([200, 350, 1000])
    redraw = chance.choice([130, 270, 500])
    channel["source"]["pulses"].update(input="polled", perUnit=1.0, dutyPercent=duty)
    channel["source"]["sampleEvery"] = quantity(gate, "ms")
    instrument["scenarios"][0]["lanes"][0]["points"] = [[0, hertz], [600, hertz]]
    display["redrawEvery"] = quantity(redraw, "ms")
    loop_wait = chance.choice([0.05, 0.3, 2, 11])
    tasks = [{"id": "count", "does": "sample", "of": channel["id"]},
             {"id": "draw", "does": "redraw", "of": display["id"],
              "when": chance.choice(["when due", "when due", "every turn"])}]
    if chance.random() < 0.6:
        tasks.append({"id": "line", "does": "print", "when": "when due", "bytes": chance.choice([12, 40, 90]),
                      "every": quantity(chance.choice([90, 400, 1000]), "ms")})
    if chance.random() < 0.3:
        tasks.append({"id": "debug", "does": "print", "when": "every turn", "bytes": chance.choice([4, 15])})
    if chance.random() < 0.4:
        tasks.append({"id": "pause", "does": "wait", "time": quantity(chance.choice([1, 8, 25]), "ms")})
    chance.shuffle(tasks)
    serial = {"baud": chance.choice([9600, 57600]), "bufferBytes": chance.choice([16, 64])}
    instrument["timing"] = {"loopWait": quantity(loop_wait, "ms"), "program": tasks, "serial": serial}
    walk = [dict(task, interval=ns({"sample": gate, "redraw": redraw}.get(task["does"], task.get("every", {}).get("value", 0))
                                   * 1e-3), wait=ns(task.get("time", {}).get("value", 0) * 1e-3)) for task in tasks]
    return instrument, walk, hertz, duty / 100, loop_wait * 1e-3, serial


def main(count, seed):
    with open(os.path.join(SOURCE, "tests", "data", "builds", "anemometer.fern.json"), encoding="utf-8") as file:
        base = json.load(file)
    chance = random.Random(seed)
    seconds, lost = 4, 0
    with tempfile.TemporaryDirectory() as folder:
        path = os.path.join(folder, "loop.fern.json")
        for number in range(count):
            instrument, program, hertz, duty, loop_wait, serial = drawn(chance, base)
            with open(path, "w", encoding="utf-8") as file:
                json.dump(instrument, file)
            plan = json.loads(cli("plan", path, "--json"))
            costs = {row["id"]: row["seconds"] for row in plan["program"]}
            panel = plan["displays"][0]["buses"][0]["panelSeconds"]
            run = json.loads(cli("run", path, "--scenario", "gusts", "--seconds", seconds, "--json"))
            seen, redraws = walked(program, costs, panel, hertz, duty, loop_wait, seconds, serial)
            ours = run["pulses"][instrument["channels"][0]["id"]]
            lost += ours["lost"]
            theirs = run["redraws"][instrument["displays"][0]["id"]]
            if (ours["seen"], theirs) != (seen, redraws):
                json.dump(instrument["timing"], sys.stdout, indent=1)
                raise SystemExit(f"program {number}: {ours['seen']} pulses and {theirs} redraws, "
                                 f"turn by turn {seen} and {redraws}")
    if lost == 0:
        raise SystemExit("no program lost a pulse: nothing was tried")
    print(f"{count} programs count alike, {lost} pulses lost by both")


main(int(sys.argv[1]) if len(sys.argv) > 1 else 20, int(sys.argv[2]) if len(sys.argv) > 2 else 1)
