// Runs FILE for 30 s and compares its trace with EXPECTED.csv:  trace_of_second_build FILE
// EXPECTED.csv

#include "instrument/file.h"
#include "run/firmware_run.h"
#include "run/trace_csv.h"

#include <cstdio>
#include <fstream>
#include <sstream>

namespace {

std::string readText(const char* path)
{
    std::stringstream text;
    text << std::ifstream(path, std::ios::binary).rdbuf();
    return text.str();
}

} // namespace

int main(int argc, char** argv)
{
    if (argc != 3)
        return 4;
    const auto instrument = fern::readInstrument(readText(argv[1]));
    if (!instrument)
        return 3;
    const auto plain = *fern::resolve(*instrument, "");
    fern::TraceCsv trace(plain);
    fern::FirmwareRun(plain, {}, trace).advanceTo(fern::ticksFromSeconds(30));
    const bool same = trace.text() == readText(argv[2]);
    std::puts(same ? "the same trace" : "another trace");
    return same ? 0 : 1;
}
