#!/usr/bin/python3
"""The firmware's loop, walked turn by turn in whole nanoseconds, against the run of the same program: which pulses a
polled input sees, how often a display is redrawn, and how old its number gets. Nothing of the program's own skipping of
idle turns is in it.

The costs of a sample and of a redraw are the program's; a line's and a turn's stand in docs/model.md."""
import copy
import json
import math
import os
import random
import sys
import tempfile

from common import SOURCE, cli, near

NS = 1_000_000_000
TURN = 155 / 16e6  # seconds, an idle turn of the 8-bit class
FORMAT, ARITHMETIC = 2786 / 16e6, 154 / 16e6  # a number made into text, a byte moved


def ns(seconds):
    return round(seconds * NS)


def walked(program, costs, transfer, panel, hertz, duty, loop_wait, seconds, serial):
    """Returns the pulses seen until the last sample, the redraws that can be seen, and the greatest age of a number."""
    due = {task["id"]: 0 for task in program}
    now, seen, was_high, at_last_sample, redraws = 0, 0, False, 0, 0
    buffer_empty, sent_until, sampled_at, shown, oldest = 0, 0, None, None, 0
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
            if task["does"] == "redraw" and now < sent_until:  # beside the loop
                due[task["id"]] = sent_until
                continue
            every = task["interval"]
            if every:
                due[task["id"]] = every * (now // every + 1)
            if task["does"] == "sample":
                at_last_sample = seen
                taken = now
            if task["does"] == "wait":
                now += task["wait"]
            elif task["does"] == "print":
                made = now + ns(-(-task["bytes"] // 8) * FORMAT + task["bytes"] * ARITHMETIC)
                buffer_empty = max(buffer_empty, made) + byte * task["bytes"]
                now = max(made, buffer_empty - byte * serial["bufferBytes"])
            else:
                now += ns(costs[task["id"]])
            if task["does"] == "redraw":
                visible = now + ns(panel)
                if task.get("sends") == "in the background":
                    sent_until = now + ns(transfer)
                    visible += ns(transfer)
                if visible <= end:
                    redraws += 1
                    oldest = max(oldest, visible - shown) if shown is not None else oldest
                    shown = sampled_at
            if task["does"] == "sample":
                sampled_at = taken
        now += ns(TURN + loop_wait)
    return at_last_sample, redraws, oldest


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
    channel["smoothing"] = []
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
    if chance.random() < 0.25:
        tasks[1]["sends"] = "in the background"
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
    seconds, lost, worst = 4, 0, 0
    with tempfile.TemporaryDirectory() as folder:
        path = os.path.join(folder, "loop.fern.json")
        for number in range(count):
            instrument, program, hertz, duty, loop_wait, serial = drawn(chance, base)
            with open(path, "w", encoding="utf-8") as file:
                json.dump(instrument, file)
            plan = json.loads(cli("plan", path, "--json"))
            costs = {row["id"]: row["seconds"] for row in plan["program"]}
            panel = plan["displays"][0]["buses"][0]["panelSeconds"]
            transfer = plan["plan"]["now"]["transferSeconds"][0]
            run = json.loads(cli("run", path, "--scenario", "gusts", "--seconds", seconds, "--json"))
            seen, redraws, oldest = walked(program, costs, transfer, panel, hertz, duty, loop_wait, seconds, serial)
            ours = run["pulses"][instrument["channels"][0]["id"]]
            lost += ours["lost"]
            theirs = run["redraws"][instrument["displays"][0]["id"]]
            if (ours["seen"], theirs) != (seen, redraws):
                json.dump(instrument["timing"], sys.stdout, indent=1)
                raise SystemExit(f"program {number}: {ours['seen']} pulses and {theirs} redraws, "
                                 f"turn by turn {seen} and {redraws}")
            near("oldest number", run["ages"][0]["mostSeconds"], oldest / NS, absolute=TURN + loop_wait)
            worst = max(worst, abs(run["ages"][0]["mostSeconds"] - oldest / NS))
    if lost == 0:
        raise SystemExit("no program lost a pulse: nothing was tried")
    print(f"{count} programs count alike, {lost} pulses lost by both, ages differ by {worst * 1e6:.3f} µs at most")


main(int(sys.argv[1]) if len(sys.argv) > 1 else 20, int(sys.argv[2]) if len(sys.argv) > 2 else 1)
