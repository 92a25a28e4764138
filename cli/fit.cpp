#include "cli/cli.h"

#include "base/number_text.h"
#include "io/files.h"
#include "io/recordings.h"
#include "scale/uncertainty.h"
#include "scale/verdict.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <memory>

#include <fmt/format.h>

namespace fern::cli {

namespace {

constexpr std::array<std::string_view, 3> judgementWords{"good", "bad", "cannot be judged"};

struct FitArguments {
    std::string path;
    std::string model = "line";
    double tolerance = 0;
    ReferenceAccuracy accuracy;
    std::vector<double> readings; ///< whose values are claimed
};

/// "1,5": a number but for its comma.
bool hasDecimalComma(const std::string& cell)
{
    auto point = cell;
    std::replace(point.begin(), point.end(), ',', '.');
    return point != cell && parseNumber(point);
}

/// Reads the first two columns of numbers under any header.
Result<std::vector<FitPair>> readPairs(const std::string& path)
{
    const auto look = io::lookAtLogFile(path);
    if (!look)
        return look.error();
    CsvForm form{std::vector<CsvKind>(look->columns.size(), CsvKind::Ignored), look->hasHeader};
    std::vector<std::size_t> chosen;
    for (std::size_t i = 0; i < look->columns.size() && chosen.size() < 2; ++i)
        if (look->columns[i].kind == CsvKind::Number) {
            form.kinds[i] = CsvKind::Number;
            chosen.push_back(i);
        }
    for (const auto& row : look->rows)
        for (const auto& cell : row)
            if (chosen.size() < 2 && hasDecimalComma(cell))
                return Error{ErrorCode::Malformed,
                    fmt::format("\"{}\" has a decimal comma: write a point", cell), path};
    if (chosen.size() < 2)
        return Error{ErrorCode::Malformed,
            "there are no two columns of numbers, a reading and its reference", path};
    CsvReader reader(std::move(form));
    const auto read = io::readInPieces(path, [&](std::string_view piece) {
        reader.feed(piece);
        return true;
    });
    if (!read)
        return read.error();
    reader.end();
    if (reader.faultCount() > 0)
        return Error{ErrorCode::Malformed, reader.faults().front().message,
            fmt::format("{}, line {}", path, reader.faults().front().line)};
    const auto columns = reader.take();
    std::vector<FitPair> pairs;
    for (std::size_t row = 0; row < reader.rows(); ++row)
        pairs.push_back({columns[chosen[0]][row], columns[chosen[1]][row]});
    return pairs;
}

json::Node numbers(const std::vector<double>& values)
{
    auto list = json::makeArray();
    for (const double value : values)
        list.items.push_back(json::makeNumber(value));
    return list;
}

/// What is claimed of the values at readings, as JSON and as lines for people.
struct Claims {
    json::Node list = json::makeArray();
    std::string lines;
};
Claims claimsAt(const Fit& fit, const CurveClaims& claims, const std::vector<double>& readings)
{
    Claims found;
    for (const double reading : readings) {
        const auto claim = claims.at(reading);
        const auto half = [](double x) {
            return std::isnan(x) ? json::Node{} : json::makeNumber(x);
        };
        found.list.items.push_back(object({{"reading", json::makeNumber(reading)},
            {"value", json::makeNumber(fit.at(reading))}, {"curve", half(claim.curve)},
            {"reference", half(claim.reference)}, {"halfWidth", half(claim.total())}}));
        found.lines += std::isnan(claim.total())
            ? fmt::format("at {:.6g}: {:.6g}, nothing is claimed\n", reading, fit.at(reading))
            : fmt::format(
                "at {:.6g}: {:.6g} ± {:.3g}, 95 %\n", reading, fit.at(reading), claim.total());
    }
    return found;
}

void fit(Context& context, const FitArguments& a)
{
    const auto pairs = readPairs(a.path);
    if (!pairs)
        return context.fail(pairs.error());
    const auto model = static_cast<FitModel>(
        std::find(fitModelWords.begin(), fitModelWords.end(), a.model) - fitModelWords.begin());
    const auto fitted = fitPairs(*pairs, model);
    if (!fitted)
        return context.fail({ErrorCode::Malformed, fitted.error().message, a.path});
    std::vector<json::Member> members{
        {"model", json::makeString(a.model)},
        {"coefficients", numbers(fitted->coefficients)},
        {"standardErrors", numbers(fitted->errors)},
        {"points", json::makeNumber(static_cast<double>(fitted->points))},
        {"residualDeviation", json::makeNumber(fitted->residualDeviation)},
        {"residualSquares", json::makeNumber(fitted->residualSquares)},
        {"rSquared", json::makeNumber(fitted->rSquared)},
        {"largestResidual", json::makeNumber(fitted->largestResidual())},
    };
    std::string text = fmt::format("{} through {} pairs\n", a.model, fitted->points);
    for (std::size_t power = 0; power < fitted->coefficients.size(); ++power)
        text += fmt::format("  reading^{}: {:.15g} ± {:.3g}\n", power, fitted->coefficients[power],
            fitted->errors[power]);
    for (const auto& [reading, value] : fitted->table)
        text += fmt::format("  {:.15g}: {:.15g}\n", reading, value);
    text += fmt::format("residuals: {:.4g} rms with the freedom, at most {:.4g}\n",
        fitted->residualDeviation, fitted->largestResidual());
    if (!fitted->table.empty()) {
        auto points = json::makeArray();
        for (const auto& [reading, value] : fitted->table)
            points.items.push_back(numbers({reading, value}));
        members.push_back({"table", points});
    }
    const CurveClaims claims(*fitted, *pairs, a.accuracy);
    const auto claimed = claimsAt(*fitted, claims, a.readings);
    members.push_back({"claims", claimed.list});
    members.push_back({"missing", json::makeString(claims.missing())});
    text += claimed.lines;
    if (!claims.missing().empty())
        text += "no uncertainty is claimed: " + claims.missing() + "\n";
    const auto advice = adviseModel(*pairs);
    members.push_back({"advice", json::makeString(advice.sentence)});
    text += advice.sentence + "\n";
    if (a.tolerance > 0) {
        const auto verdict = judgeCalibration(*fitted, *pairs, a.tolerance, a.accuracy, "");
        members.push_back({"verdict",
            json::makeString(
                std::string(judgementWords[static_cast<std::size_t>(verdict.judgement)]))});
        members.push_back({"sentence", json::makeString(verdict.sentence)});
        text += verdict.sentence + "\n";
    }
    print(context.json ? json::writeCompact(object(std::move(members))) + "\n" : text);
}

} // namespace

void addFit(CLI::App& app, Context& context)
{
    auto a = std::make_shared<FitArguments>();
    auto* command =
        addCommand(app, context, "fit", "a calibration curve through readings and references");
    command->add_option("PAIRS", a->path, "CSV; its first two columns of numbers are taken")
        ->required();
    command->add_option("--model", a->model)
        ->check(
            CLI::IsMember(std::vector<std::string>(fitModelWords.begin(), fitModelWords.end())));
    command->add_option("--tolerance", a->tolerance, "how far a value may be off")
        ->check(CLI::PositiveNumber);
    command->add_option("--reference-percent", a->accuracy.percent, "of the reference's reading")
        ->check(CLI::NonNegativeNumber);
    command->add_option("--reference-digits", a->accuracy.digits)->check(CLI::NonNegativeNumber);
    command->add_option("--reference-digit", a->accuracy.digit, "what one of its digits is worth")
        ->check(CLI::NonNegativeNumber);
    command->add_flag("--reference-exact", a->accuracy.isExact,
        "it is right by definition; of one that told nothing no verdict is made");
    command->add_option("--at", a->readings, "readings whose values are claimed with 95 %");
    command->callback([&context, a] { fit(context, *a); });
}

} // namespace fern::cli
