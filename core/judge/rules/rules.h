#pragma once
// The rules themselves; table.cpp lists them.

#include "judge/findings.h"

namespace fern {

using Findings = std::vector<Finding>;

// bus.cpp
void checkSameAddress(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkUnusualAddress(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkPullUps(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkLongWires(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkBusClock(const Instrument& in, const PlainInstrument& plain, Findings& out);

// display.cpp
void checkGlassSize(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkBitOrder(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkNotCleared(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkSteadyVoltage(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkDriverSetUp(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkLacking(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkGhosts(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkOwnSigns(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkOverlap(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkRefresh(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkBlanking(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkStarved(const Instrument& in, const PlainInstrument& plain, Findings& out);

// states.cpp
void checkUntoldStates(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkSplash(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkUnseenPages(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkDimming(const Instrument& in, const PlainInstrument& plain, Findings& out);

// seen.cpp
void checkAlarmByColour(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkBurnIn(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkContrast(const Instrument& in, const PlainInstrument& plain, Findings& out);

// units.cpp
void checkUnitShown(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkSaidAlike(const Instrument& in, const PlainInstrument& plain, Findings& out);

// names.cpp
void checkUnnamed(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkDuplicateCodes(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkControls(const Instrument& in, const PlainInstrument& plain, Findings& out);

// restless.cpp
void checkRestlessDigit(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkTimeLimit(const Instrument& in, const PlainInstrument& plain, Findings& out);

// firmware.cpp
void checkLeftovers(const Instrument& in, const PlainInstrument& plain, Findings& out);

// pictures.cpp
void checkGlyphs(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkPictures(const Instrument& in, const PlainInstrument& plain, Findings& out);

// pins.cpp
void checkWiredPin(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkPinTwice(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkPinNames(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkSourceResistance(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkEnoughPins(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkWholePort(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkEmitter(const Instrument& in, const PlainInstrument& plain, Findings& out);

// levels.cpp
void checkLevels(const Instrument& in, const PlainInstrument& plain, Findings& out);

// open_lines.cpp
void checkFloating(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkOpenLines(const Instrument& in, const PlainInstrument& plain, Findings& out);

// supply.cpp
void checkRailOverload(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkRegulator(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkHazard(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkBatteryCare(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkDecoupling(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkBankSwitchesOff(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkBoardOutput(const Instrument& in, const PlainInstrument& plain, Findings& out);

// reading.cpp
void checkInputTooHigh(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkClipped(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkRealBits(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkRangeHardlyUsed(const Instrument& in, const PlainInstrument& plain, Findings& out);

// converter.cpp
void checkConverterSettles(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkConverterBusy(const Instrument& in, const PlainInstrument& plain, Findings& out);

// clock.cpp
void checkZoneSign(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkClockDrift(const Instrument& in, const PlainInstrument& plain, Findings& out);

// controls.cpp
void checkEncoderLooks(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkMotorPlace(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkSeekWaits(const Instrument& in, const PlainInstrument& plain, Findings& out);

// source.cpp
void checkNoiseHidesStep(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkSampledTooSlowly(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkLadderWindows(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkKeyCodes(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkAgainstSupply(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkLoading(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkFirstAfterSwitch(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkCountMeans(const Instrument& in, const PlainInstrument& plain, Findings& out);

// radio.cpp
void checkJitter(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkWornOut(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkSleepShare(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkAirTime(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkPollSlots(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkStationAddresses(const Instrument& in, const PlainInstrument& plain, Findings& out);

// scale.cpp
void checkOnePointOnly(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkOutsideTheSpan(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkCalibrationVerdict(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkReference(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkBend(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkHysteresis(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkAgainstParts(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkPrefix(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkOutlier(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkSchoolOfRatio(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkRangeMap(const Instrument& in, const PlainInstrument& plain, Findings& out);

// serial.cpp
void checkBaudRate(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkSoftwareSerial(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkSoftwareListens(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkEnoughSerialPorts(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkSerialPortTwice(const Instrument& in, const PlainInstrument& plain, Findings& out);

// known.cpp
void checkOldCalibration(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkUnloaded(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkKnownValue(const Instrument& in, const PlainInstrument& plain, Findings& out);

// program.cpp
void checkPolledCeiling(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkWaits(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkPrinting(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkLinesLost(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkNoNews(const Instrument& in, const PlainInstrument& plain, Findings& out);

// lasting.cpp
void checkRollOver(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkTwoWriters(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkForgotten(const Instrument& in, const PlainInstrument& plain, Findings& out);

// smooth.cpp
void checkStillMoves(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkHoldOff(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkBounce(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkSmoothedCount(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkStandstill(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkGateOrPeriod(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkFilterMemory(const Instrument& in, const PlainInstrument& plain, Findings& out);

// text.cpp
void checkMoreDigitsThanHonest(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkListRows(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkDoesNotFitField(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkWiderThanGlass(const Instrument& in, const PlainInstrument& plain, Findings& out);

// timing.cpp
void checkSmoothingTooLate(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkRedrawTooFast(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkFasterThanEyes(const Instrument& in, const PlainInstrument& plain, Findings& out);

// wish.cpp
void checkRangeWish(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkStepWish(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkToleranceWish(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkFreshnessWish(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkHoursWish(const Instrument& in, const PlainInstrument& plain, Findings& out);
void checkDistanceWish(const Instrument& in, const PlainInstrument& plain, Findings& out);

} // namespace fern
