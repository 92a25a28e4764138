#include "parts/power.h"

#include "parts/discharge.h"
#include "tests/support.h"

#include <gtest/gtest.h>

namespace fern {
namespace {

Part made(const char* id, PartKind kind, const char* fedBy = "")
{
    Part part;
    part.id = id;
    part.kind = kind;
    part.fedBy = fedBy;
    return part;
}

Part load(const char* id, LoadSpec spec, const char* fedBy)
{
    auto part = made(id, PartKind::Module, fedBy);
    part.load = std::move(spec);
    return part;
}

Part battery(double volts, double milliampereHours, double usablePercent)
{
    auto part = made("battery", PartKind::Battery);
    part.battery = BatterySpec{.voltage = {volts, "V"},
        .capacity = {milliampereHours, "mAh"},
        .usablePercent = usablePercent};
    return part;
}

PartList list(std::vector<Part> parts)
{
    PartList shared;
    for (auto& part : parts)
        shared.push_back(std::make_shared<const Part>(std::move(part)));
    return shared;
}

LoadSpec steady(double milliampere)
{
    return {.active = {milliampere, "mA"}};
}

/// Hours on what the loads draw alone, without the self-discharge.
double loadedHours(const PartList& parts)
{
    const auto time = runTimeOf(parts);
    return time.usableCoulomb / time.averageAmpere / 3600;
}

// Source: Ohm's law and energy conservation, worked examples computed with exact rationals.
TEST(Power, RunTimeOfAConstantLoad)
{
    const auto hours = [](double usable) {
        return loadedHours(list({battery(3.7, 2500, usable), load("all", steady(42), "battery")}));
    };
    EXPECT_NEAR(hours(100), 59.523809523809526, 1e-9);
    EXPECT_NEAR(hours(80), 47.61904761904762, 1e-9);
}

TEST(Power, RunTimeOfADutyCycle)
{
    // 85 mA for 0.25 s of a minute, 12 µA for the rest.
    const LoadSpec duty{.active = {85, "mA"},
        .idle = {12, "uA"},
        .sleep = {12, "uA"},
        .activePercent = 100 * 0.25 / 60,
        .sleepPercent = 100 * 59.75 / 60};
    const auto parts = list({battery(3.7, 1200, 85), load("all", duty, "battery")});
    EXPECT_NEAR(currentOf(parts, *parts[1], Draw::Average) * 1e3, 0.36611666666666665, 1e-12);
    EXPECT_NEAR(loadedHours(parts), 2785.997177584559, 1e-6);
    // Three thousandths of its charge are lost in a month, so the year is some days shorter.
    EXPECT_NEAR(runTimeOf(parts).seconds() / 3600, 2749, 1);
}

TEST(Power, ASwitchingRegulatorTakesThePower)
{
    auto boost = made("boost", PartKind::Regulator);
    boost.regulator = RegulatorSpec{.kind = RegulatorKind::Switching,
        .output = {5, "V"},
        .quiescent = {0, "mA"},
        .efficiencyPercent = 85};
    const auto parts = list({battery(3.7, 2000, 100), boost, load("all", steady(100), "boost")});
    const auto rails = railLoads(parts);
    ASSERT_EQ(rails.size(), 2U);
    EXPECT_NEAR(rails[0].average * 1e3, 158.9825119236884, 1e-9); // out of the cell
    EXPECT_NEAR(rails[1].average * 1e3, 100, 1e-9);
    EXPECT_NEAR(loadedHours(parts), 12.58, 1e-9);
}

TEST(Power, APowerBankGivesItsCellsEnergy)
{
    auto bank = made("bank", PartKind::Bank);
    bank.bank = BankSpec{.capacity = {2, "Ah"}, .efficiencyPercent = 85, .usablePercent = 100};
    // The same cell and converter, seen from the other side.
    const auto parts = list({bank, load("all", steady(100), "bank")});
    EXPECT_NEAR(runTimeOf(parts).seconds() / 3600, 12.58, 1e-9);
}

TEST(Power, HeatOfALinearRegulator)
{
    RegulatorSpec r{.output = {5, "V"}, .quiescent = {0, "mA"}};
    EXPECT_NEAR(regulatorHeat(r, 12, 0.18), 1.26, 1e-12);
    r.quiescent = {4, "mA"};
    EXPECT_NEAR(regulatorHeat(r, 12, 0.18), 1.308, 1e-12);
}

TEST(Power, ALinearRegulatorPassesItsCurrentOn)
{
    auto linear = made("linear", PartKind::Regulator);
    linear.regulator = RegulatorSpec{.output = {5, "V"}, .quiescent = {4, "mA"}};
    const auto rails =
        railLoads(list({battery(12, 2000, 80), linear, load("all", steady(180), "linear")}));
    EXPECT_NEAR(rails[0].average * 1e3, 184, 1e-9);
}

TEST(Power, FeedersAreGuessedWhereNobodyNamedThem)
{
    const auto parts = list({battery(3.7, 2000, 80), made("board", PartKind::Board),
        made("sensor", PartKind::Module), made("lost", PartKind::Module, "nowhere")});
    EXPECT_EQ(feederOf(parts, *parts[0]), nullptr);
    EXPECT_EQ(feederOf(parts, *parts[1]), parts[0].get());
    EXPECT_EQ(feederOf(parts, *parts[2]), parts[1].get());
    EXPECT_EQ(feederOf(parts, *parts[3]), nullptr);
}

TEST(Power, ALoopOfFeedersEnds)
{
    auto a = made("a", PartKind::Regulator, "b");
    auto b = made("b", PartKind::Regulator, "a");
    a.regulator = b.regulator = RegulatorSpec{};
    const auto rails = railLoads(list({a, b, load("all", steady(10), "a")}));
    EXPECT_EQ(rails.size(), 2U);
    EXPECT_GT(rails[0].average, 0);
}

// A battery estimate that counts one part only is several times too long.
TEST(Power, CountingTheSensorAloneIsFarTooLong)
{
    const auto alone = list({battery(3.7, 2000, 80), load("sensor", steady(10), "battery")});
    const auto all = list({battery(3.7, 2000, 80), load("sensor", steady(10), "battery"),
        load("board", steady(45), "battery"), load("display", steady(15), "battery")});
    EXPECT_NEAR(loadedHours(alone) / loadedHours(all), 7, 1e-9);
    EXPECT_EQ(runTimeOf({}).source, "");
}

TEST(Power, ASupplyFromOutsideFeedsBoardsAndHasALimit)
{
    auto usb = made("usb", PartKind::Outside);
    usb.outside = OutsideSpec{};
    const auto parts = list({usb, made("board", PartKind::Board), load("glass", steady(40), "")});
    EXPECT_EQ(feederOf(parts, *parts[1]), parts[0].get());
    EXPECT_EQ(mainSource(parts), parts[0].get());
    EXPECT_EQ(inputVolts(parts, *parts[1]), 5);
    const auto rails = railLoads(parts);
    EXPECT_EQ(rails[0].source, parts[0].get());
    EXPECT_NEAR(rails[0].average, 0.04, 1e-12);
    EXPECT_EQ(rails[0].limit, 0.5);
    EXPECT_EQ(runTimeOf(parts).source, ""); // it does not run down
    // A regulator that nothing feeds is no supply from outside.
    EXPECT_EQ(mainSource(list({made("regulator", PartKind::Regulator)})), nullptr);
}

// Common practice: an estimate that counts one part only is several times too long.
TEST(Power, CountingOnlyTheDisplayOfTheSkiffIsSeveralTimesTooLong)
{
    auto parts = test::skiff().parts;
    const double all = runTimeOf(parts).seconds();
    for (auto& part : parts)
        if (part->id != "helm-oled") {
            Part still = *part;
            still.load.reset();
            if (still.regulator)
                still.regulator->quiescent = {0, "mA"};
            part = std::make_shared<const Part>(std::move(still));
        }
    EXPECT_GT(runTimeOf(parts).seconds() / all, 5);
}

Part regulated(RegulatorKind kind, double output, double dropOut)
{
    auto part = made("regulator", PartKind::Regulator);
    part.regulator = RegulatorSpec{
        .kind = kind, .output = {output, "V"}, .dropOut = {dropOut, "V"}, .quiescent = {0, "mA"}};
    return part;
}

TEST(Power, ABatteryEndsWhereARegulatorGivesUp)
{
    auto cells = battery(6, 2000, 90);
    const auto charge = [&](double least) {
        return runTimeOf(list({cells, regulated(RegulatorKind::Linear, least - 0.3, 0.3),
            load("all", steady(10), "regulator")}));
    };
    // Four alkaline cells stand at 4.88 V when half is taken, and at 4.72 V after six tenths.
    EXPECT_NEAR(charge(4.88).usableCoulomb, 0.5 * 7200, 1e-6);
    EXPECT_NEAR(charge(4.8).usableCoulomb, 0.55 * 7200, 1e-6);
    EXPECT_EQ(charge(4.8).endsAt, "regulator");
    EXPECT_EQ(charge(4.8).endVolts, 4.8);
    EXPECT_NEAR(charge(3.3).usableCoulomb, 0.9 * 7200, 1e-6);
    EXPECT_EQ(charge(3.3).endsAt, "");
    EXPECT_NEAR(charge(7).usableCoulomb, 0.9 * 7200, 1e-6) << "one that never starts ends nothing";
}

TEST(Power, ChargeAndVoltageGoThereAndBack)
{
    for (std::size_t i = 0; i < chemistryWords.size(); ++i) {
        const BatterySpec cell{.chemistry = static_cast<Chemistry>(i), .voltage = {7.4, "V"}};
        double last = batteryVolts(cell, 0);
        EXPECT_GT(last, 7.4) << "a fresh one stands above its nominal voltage";
        EXPECT_LT(last, 1.25 * 7.4);
        for (double given = 0.05; given < 1; given += 0.05) {
            const double volts = batteryVolts(cell, given);
            EXPECT_LT(volts, last);
            EXPECT_NEAR(givenAbove(cell, volts), given, 1e-9);
            last = volts;
        }
        EXPECT_EQ(givenAbove(cell, 12), 0);
        EXPECT_EQ(givenAbove(cell, 1), 1);
    }
}

// What sleeps for years is emptied by the cell itself.
TEST(Power, SelfDischargeCountsForWhatHardlyDraws)
{
    auto cell = battery(1.2, 2000, 100);
    cell.battery->chemistry = Chemistry::NickelMetal;
    const auto time = runTimeOf(list({cell, load("all", steady(0.001), "battery")}));
    // 15 % a month: a cell of 2 Ah is gone after 6.67 months, whatever the load.
    EXPECT_NEAR(time.seconds() / 86400 / 30.4, 1 / 0.15, 0.05);
}

TEST(Power, ABoardIsFedPastItsRegulatorWithItsOwnSupply)
{
    auto board = made("board", PartKind::Board, "supply");
    board.supply = {5, "V"};
    board.regulator = RegulatorSpec{
        .output = {5, "V"}, .dropOut = {1.1, "V"}, .limit = {100, "mA"}, .quiescent = {6, "mA"}};
    const auto fedBy = [&](double volts) {
        auto supply = made("supply", PartKind::Outside);
        supply.outside = OutsideSpec{.output = {volts, "V"}};
        return list({supply, board, load("all", steady(40), "board")});
    };
    const auto past = fedBy(5);
    EXPECT_TRUE(bypassesRegulator(past, *past[1]));
    EXPECT_NEAR(railLoads(past)[0].average, 0.04, 1e-12) << "its regulator draws nothing";
    EXPECT_EQ(railLoads(past)[1].limit, 0);
    EXPECT_EQ(railVolts(fedBy(4.8), *past[1]), 4.8);
    for (const double volts : {4.4, 5.6, 7.0, 9.0}) {
        const auto through = fedBy(volts);
        EXPECT_FALSE(bypassesRegulator(through, *through[1])) << volts;
        EXPECT_NEAR(railLoads(through)[0].average, 0.046, 1e-12) << volts;
    }
}

// Ohm's law: (5 − 2) V over 330 Ω, lit for a quarter of the time.
TEST(Power, ALampDrawsWhatItsResistorLetsThrough)
{
    auto lamp = made("lamp", PartKind::Emitter, "board");
    lamp.emitter = EmitterSpec{.resistor = {330, "ohm"}};
    lamp.load = LoadSpec{.active = {4, "mA"}, .activePercent = 25};
    auto board = made("board", PartKind::Board);
    board.supply = {5, "V"};
    const auto parts = list({battery(9, 1000, 100), board, lamp});
    EXPECT_NEAR(currentOf(parts, *parts[2], Draw::Active), 3 / 330.0, 1e-12);
    EXPECT_NEAR(currentOf(parts, *parts[2], Draw::Average), 3 / 330.0 / 4, 1e-12);
    EXPECT_EQ(currentOf(parts, *parts[2], Draw::Least), 0);
    EXPECT_NEAR(railLoads(parts)[0].peak, 3 / 330.0, 1e-12);
}

} // namespace
} // namespace fern
