// Every rule, in the order of their ids.

#include "judge/rules/rules.h"

#include <array>

namespace fern {

namespace {

constexpr auto table = std::to_array<Rule>({
    {"D01", "text wider than the glass at this font", checkWiderThanGlass},
    {"G03", "redraws that need more time than there is", checkRedrawTooFast},
    {"G04", "redrawn faster than eyes read", checkFasterThanEyes},
    {"G08", "poll slots too short for their answers, or for the cycle", checkPollSlots},
    {"M01", "smoothing alone is later than the wished freshness", checkSmoothingTooLate},
    {"M03", "standing still shows movement", checkStillMoves},
    {"M04", "held off for longer than pulses come", checkHoldOff},
    {"M05", "held off for shorter than a contact bounces", checkBounce},
    {"M06", "a count that is smoothed", checkSmoothedCount},
    {"M07", "a stopped wheel never reads zero", checkStandstill},
    {"M08", "gate or period: the coarser one is used", checkGateOrPeriod},
    {"M09", "smoothing keeps more memory than the board has", checkFilterMemory},
    {"P01", "one address twice on a bus", checkSameAddress},
    {"P02", "an address that is unusual for the class of the part", checkUnusualAddress},
    {"P03", "a driver set to another size than the glass has", checkGlassSize},
    {"P04", "a pin that is used twice", checkPinTwice},
    {"P04", "a pin that the board has wired itself", checkWiredPin},
    {"P04", "a serial port that is used twice", checkSerialPortTwice},
    {"P05", "a pin under a name that is not printed on the board, or without the wanted role",
        checkPinNames},
    {"P06", "logic levels that do not fit", checkLevels},
    {"P07", "pull-ups of a bus: too slow a rise or too much current", checkPullUps},
    {"P08", "an input that nothing holds while it is open", checkFloating},
    {"P09", "input above the damage level or below ground", checkInputTooHigh},
    {"P10", "a source resistance too high for the converter", checkSourceResistance},
    {"P11", "a supply over its current, or a motor on the logic supply", checkRailOverload},
    {"P12", "a regulator's input, its heat, or a part outside its supply range", checkRegulator},
    {"P14", "not enough pins or analog inputs", checkEnoughPins},
    {"P14", "not enough serial ports", checkEnoughSerialPorts},
    {"P15", "a hazardous voltage", checkHazard},
    {"P16", "a battery without fuse or protection", checkBatteryCare},
    {"P17", "a regulator without capacitors", checkDecoupling},
    {"P18", "long wires on a bus", checkLongWires},
    {"P19", "a required line left open", checkOpenLines},
    {"P20", "a port written whole that others use too", checkWholePort},
    {"P21", "a clock or bit rate that is not usual or that a part cannot follow", checkBusClock},
    {"P22", "a light emitter without or with a wrong resistor", checkEmitter},
    {"P23", "a power bank that switches itself off", checkBankSwitchesOff},
    {"P24", "a board's own supply output overloaded", checkBoardOutput},
    {"R01", "noise that hides the wished step", checkNoiseHidesStep},
    {"R03", "codes are clipped inside the wished range", checkClipped},
    {"R05", "sampled more slowly than the signal needs", checkSampledTooSlowly},
    {"R06", "only a part of the converter's range is used", checkRangeHardlyUsed},
    {"R09", "a code with fewer real bits than it has", checkRealBits},
    {"R10", "windows of a key ladder that stand too close", checkLadderWindows},
    {"R11", "repeats or damaged codes of a remote control that count", checkKeyCodes},
    {"R12", "a bit rate that cannot carry the lines", checkBaudRate},
    {"R13", "an absolute reading against a supply as reference", checkAgainstSupply},
    {"R14", "an instrument that loads what it measures", checkLoading},
    {"R15", "a first reading after a switch of input", checkFirstAfterSwitch},
    {"R15", "a module's reading that has not settled after a switch", checkConverterSettles},
    {"R16", "pulses counted by looks, or twice", checkCountMeans},
    {"R17", "a serial port in software that is too fast", checkSoftwareSerial},
    {"R17", "serial ports in software that listen at the same time", checkSoftwareListens},
    {"R18", "two stations of a radio with one address", checkStationAddresses},
    {"R19", "a converter that is asked for more than it makes", checkConverterBusy},
    {"R20", "a rotary encoder that is not looked at often enough", checkEncoderLooks},
    {"R21", "a motor that does not know where it stands", checkMotorPlace},
    {"S01", "calibrated at one point only", checkOnePointOnly},
    {"S02", "used outside of the calibrated span", checkOutsideTheSpan},
    {"S03", "a residual above the tolerance", checkCalibrationVerdict},
    {"S04", "a reference too coarse to judge by", checkReference},
    {"S05", "a bend that a line leaves", checkBend},
    {"S06", "rising and falling differ", checkHysteresis},
    {"S07", "a calibration that is older than its drift allows", checkOldCalibration},
    {"S08", "the scaling differs from the parts", checkAgainstParts},
    {"S09", "a pair far off", checkOutlier},
    {"S10", "the two schools of counts mixed", checkSchoolOfRatio},
    {"S11", "a whole-number map throws steps away", checkRangeMap},
    {"S12", "a prefix mixed up", checkPrefix},
    {"S13", "it does not show zero when nothing is on it", checkUnloaded},
    {"S14", "a known value is missed", checkKnownValue},
    {"T01", "more digits than are honest", checkMoreDigitsThanHonest},
    {"T02", "the text does not fit its field at an extreme", checkDoesNotFitField},
    {"T12", "a time zone rule that means another sign", checkZoneSign},
    {"T13", "a clock that drifts out of its tolerance", checkClockDrift},
    {"W01", "a wished range that cannot be read", checkRangeWish},
    {"W02", "steps coarser than wished", checkStepWish},
    {"W03", "more uncertain than wished", checkToleranceWish},
    {"W04", "the shown number is older than wished", checkFreshnessWish},
    {"W05", "a run time below the wish", checkHoursWish},
    {"W06", "digits too small for the wished distance", checkDistanceWish},
});

} // namespace

std::span<const Rule> rules()
{
    return table;
}

} // namespace fern
