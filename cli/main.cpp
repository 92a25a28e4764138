#include "cli/cli.h"

#include <clocale>

int main(int argc, char** argv)
{
    std::setlocale(LC_NUMERIC, "C");
    return fern::cli::runCommandLine(argc, argv);
}
