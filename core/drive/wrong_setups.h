#pragma once
// The wrong set-ups that are common for each kind of display, and what each looks like.

#include "drive/driver.h"
#include "glass/face.h"

#include <span>
#include <string_view>
#include <vector>

namespace fern {

struct WrongSetup {
    std::string_view id;
    std::string_view what; ///< what was done: "the command that switches it on is missing"
    std::string_view remedy; ///< what to do about it
    bool (*canHappen)(const DriverSetup& right);
    void (*apply)(DriverSetup& setup);
};

std::span<const WrongSetup> wrongSetups();

/// Returns those that can happen to a display.
std::vector<const WrongSetup*> wrongSetupsOf(const DriverSetup& right);

/// Returns what a page looks like on a display that is set up rightly and was blank before.
GlassPicture looksRight(const DriverSetup& setup, const Page& page, const PageContent& content);

/// Returns the set-up that is right for the part, with the strategy and buffer as they are.
DriverSetup rightSetup(DriverSetup setup);

/// Returns what is seen after the page was drawn twice, with values full of eights before.
GlassPicture looksLike(const DriverSetup& setup, const Page& page, const PageContent& content);

} // namespace fern
