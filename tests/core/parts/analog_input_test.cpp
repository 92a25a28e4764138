#include "parts/analog_input.h"

#include "curves/photoresistor.h"
#include "curves/thermistor.h"
#include "parts/e_series.h"
#include "parts/fit_front_end.h"

#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <cmath>

namespace fern {
namespace {

double within(double least, double most)
{
    return least + (most - least) * *rc::gen::inRange(0, 1 << 20) / (1 << 20);
}

AnalogInput anyInput()
{
    AnalogInput in;
    in.sensor = static_cast<SensorKind>(*rc::gen::inRange(0, 7));
    in.supply = within(1, 5);
    in.nominal = within(1e3, 1e5);
    in.beta = within(2000, 5000);
    in.gamma = within(0.4, 1);
    in.fixed = within(1e3, 1e5);
    in.r1 = within(0, 1e5);
    in.r2 = within(1e3, 1e5);
    in.shunt = within(1e-3, 1);
    in.gain = within(1, 100);
    in.low = within(-5, 0);
    in.high = within(1, 5);
    in.frontEnd = isResistive(in.sensor)
        ? *rc::gen::element(FrontEndKind::SensorAbove, FrontEndKind::SensorBelow)
        : FrontEndKind::Divider;
    return in;
}

double anyQuantityOf(const AnalogInput& in)
{
    const bool isTemperature =
        in.sensor == SensorKind::Thermistor || in.sensor == SensorKind::Platinum;
    return isTemperature ? within(250, 380) : within(0.5, 900);
}

// Source: the B-parameter equation computed with 30 digits, of an invented 10 kΩ and 100 kΩ part.
TEST(Thermistor, AgreesWithComputedValues)
{
    EXPECT_NEAR(thermistorOhms(10000, 3950, 253.15), 105384.690206038, 1e-6);
    EXPECT_NEAR(thermistorOhms(10000, 3950, 273.15), 33620.6037214357, 1e-7);
    EXPECT_DOUBLE_EQ(thermistorOhms(10000, 3950, 298.15), 10000);
    EXPECT_NEAR(thermistorOhms(10000, 3435, 373.15), 987.036768461582, 1e-9);
    EXPECT_NEAR(thermistorOhms(100000, 4250, 358.15), 9181.00527795721, 1e-8);
    EXPECT_NEAR(thermistorKelvin(10000, 3950, 3588.18258192909), 323.15, 1e-9);
}

// Source: the definition of gamma in data sheets of the class: the slope between 10 lx and 100 lx
// on double logarithmic paper.
TEST(Photoresistor, FallsByTenToTheGammaOverOneDecade)
{
    EXPECT_NEAR(photoresistorOhms(20e3, 0.7, 10) / photoresistorOhms(20e3, 0.7, 100),
        std::pow(10, 0.7), 1e-12);
    EXPECT_NEAR(photoresistorLux(20e3, 0.7, photoresistorOhms(20e3, 0.7, 437)), 437, 1e-9);
}

// Source: the same equation in a divider, codes of 10 and 12 bits, computed with 30 digits.
TEST(AnalogInput, ReadsAThermistorInADivider)
{
    AnalogInput in;
    in.sensor = SensorKind::Thermistor;
    in.frontEnd = FrontEndKind::SensorBelow;
    in.supply = 1;
    const auto celsius = [&](double code, double divisor) {
        return quantityAtPin(in, code / divisor) - 273.15;
    };
    EXPECT_NEAR(celsius(512, 1024), 25, 1e-9);
    EXPECT_NEAR(celsius(800, 1024), -1.13635946224987, 1e-9);
    EXPECT_NEAR(celsius(800, 1023), -1.22014588989595, 1e-9);
    EXPECT_NEAR(celsius(1000, 4096), 52.8045486195684, 1e-9);
    in.frontEnd = FrontEndKind::SensorAbove;
    EXPECT_NEAR(celsius(800, 1024), 56.6928653984789, 1e-9);
    EXPECT_NEAR(celsius(1000, 4096), 1.56618236641294, 1e-9);
    in.frontEnd = FrontEndKind::SensorBelow;
    in.fixed = 4700;
    EXPECT_NEAR(celsius(2048, 4096), 43.0183955187967, 1e-9);
}

TEST(AnalogInput, ScalesAShuntAndASender)
{
    AnalogInput in;
    in.sensor = SensorKind::Shunt;
    in.r1 = 0;
    EXPECT_DOUBLE_EQ(pinVolts(in, 5), 1); // 5 A · 10 mΩ · 20
    in.sensor = SensorKind::Sender;
    in.high = 0.4; // metre
    in.r1 = in.r2 = 10e3;
    EXPECT_DOUBLE_EQ(pinVolts(in, 0), 0.25);
    EXPECT_DOUBLE_EQ(pinVolts(in, 0.4), 2.25);
    EXPECT_DOUBLE_EQ(sourceResistance(in, 0.1), 5000);
}

// 0.706 V at 27 °C, 1.721 mV less for each kelvin: typical of a chip's diode (from memory).
TEST(AnalogInput, AChipsDiodeFallsFromItsVoltsAt27Degrees)
{
    SensorSpec chip;
    chip.kind = SensorKind::Chip;
    FrontEndSpec none;
    none.r1 = {0, "ohm"};
    const auto in = analogInputOf(chip, none, 3.3);
    EXPECT_NEAR(pinVolts(in, 300.15), 0.706, 1e-12);
    EXPECT_NEAR(pinVolts(in, 310.15), 0.706 - 0.01721, 1e-12);
    EXPECT_NEAR(quantityAtPin(in, 0.706 + 0.01721), 290.15, 1e-9);
}

TEST(AnalogInput, AResistiveSensorHasNoValueAtTheRails)
{
    AnalogInput in;
    in.sensor = SensorKind::Thermistor;
    in.frontEnd = FrontEndKind::SensorAbove;
    in.supply = 3.3;
    EXPECT_TRUE(std::isnan(quantityAtPin(in, 0)));
    EXPECT_TRUE(std::isnan(quantityAtPin(in, 3.3)));
    EXPECT_TRUE(std::isnan(sensorOutput(in, -1)));
}

RC_GTEST_PROP(AnalogInput, GoesToThePinAndBack, ())
{
    const auto in = anyInput();
    const double q = anyQuantityOf(in);
    const double back = quantityAtPin(in, pinVolts(in, q));
    RC_ASSERT(std::fabs(back - q) <= 1e-7 * std::fabs(q));
}

RC_GTEST_PROP(AnalogInput, ItsSlopeIsTheDifferenceQuotient, ())
{
    const auto in = anyInput();
    const double q = anyQuantityOf(in);
    const double h = q * 1e-5;
    const double quotient = (pinVolts(in, q + h) - pinVolts(in, q - h)) / (2 * h);
    RC_ASSERT(std::fabs(pinSlope(in, q) - quotient) <= 1e-6 * std::fabs(quotient) + 1e-12);
}

TEST(FittingFrontEnd, PutsTheFixedResistorAtTheGeometricMean)
{
    AnalogInput in;
    in.sensor = SensorKind::Thermistor;
    in.frontEnd = FrontEndKind::SensorAbove;
    in.supply = 3.3;
    const auto fit = fittingFrontEnd(in, {263.15, 318.15, 3.3});
    ASSERT_TRUE(fit);
    EXPECT_EQ(fit->kind, FrontEndKind::SensorAbove);
    // No other E24 value of two decades spans more.
    auto best = in;
    best.fixed = inSi(fit->fixed);
    for (const double decade : {1e3, 1e4})
        for (const double value : e24()) {
            auto other = in;
            other.fixed = value * decade;
            EXPECT_LE(spanShare(other, 263.15, 318.15), spanShare(best, 263.15, 318.15) + 1e-3)
                << other.fixed;
        }
}

// Judged in another way: by the pin's volts a tenth of a kelvin apart.
TEST(FinestResistor, HasTheFinestCoarsestStepOfAllValues)
{
    AnalogInput in;
    in.sensor = SensorKind::Thermistor;
    in.supply = 3.3;
    for (const auto side : {FrontEndKind::SensorAbove, FrontEndKind::SensorBelow})
        for (const auto& [from, to] : {std::pair(253.15, 333.15), {308.15, 315.15}}) {
            in.frontEnd = side;
            const auto coarsest = [&](double ohms) {
                auto tried = in;
                tried.fixed = ohms;
                double least = 1;
                for (double kelvin = from; kelvin < to; kelvin += 0.1)
                    least = std::min(
                        least, std::fabs(pinVolts(tried, kelvin + 0.1) - pinVolts(tried, kelvin)));
                return least;
            };
            const auto best = finestResistor(in, from, to);
            EXPECT_GT(best.leastSlope, 0);
            for (const double decade : {1e2, 1e3, 1e4, 1e5})
                for (const double value : e24())
                    EXPECT_LE(coarsest(value * decade), coarsest(best.ohms) * 1.02)
                        << value * decade << " against " << best.ohms;
        }
}

// common practice: two equal resistors halve.
TEST(AnalogInput, EqualResistorsHalve)
{
    AnalogInput in;
    for (const double ohms : {1e3, 47e3, 1e6}) {
        in.r1 = in.r2 = ohms;
        EXPECT_EQ(pinVolts(in, 5), 2.5);
        EXPECT_EQ(quantityAtPin(in, 2.5), 5);
    }
}

TEST(FittingFrontEnd, LeavesTheDividerOutWhereTheSensorFits)
{
    AnalogInput in;
    in.sensor = SensorKind::Shunt;
    const auto fit = fittingFrontEnd(in, {0, 10, 3.1});
    ASSERT_TRUE(fit);
    EXPECT_EQ(inSi(fit->r1), 0);
    EXPECT_EQ(inSi(fit->r2), 100e3) << "holds the pin at ground when the wire is off";
    EXPECT_FALSE(fittingFrontEnd(in, {-10, -1, 3.1})); // no positive volts
}

} // namespace
} // namespace fern
