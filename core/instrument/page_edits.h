#pragma once
// Edits of pages and of the fields on them. Each returns the changed instrument; an error says why
// it cannot be, and nothing has changed.

#include "base/result.h"
#include "instrument/instrument.h"
#include "instrument/parameter.h"

#include <string>
#include <string_view>
#include <vector>

namespace fern {

/// Adds an empty page to a display, behind its others.
Result<Instrument> withNewPage(
    const Instrument& in, std::string_view display, const std::string& name);
/// Adds a page behind the others; its id is made of its name.
Result<Instrument> withPageAdded(const Instrument& in, Page page);
Result<Instrument> withoutPage(const Instrument& in, std::string_view page);
/// Takes the names of pages that are gone out of day plans and controls; a control that counted on
/// such a page only counts on every one.
void forgetGonePages(Instrument& out);
/// Moves a page by so many places among those of its display; at an end nothing changes.
Result<Instrument> withPageMoved(const Instrument& in, std::string_view page, int by);
Result<Instrument> withPageName(
    const Instrument& in, std::string_view page, const std::string& name);

/// Adds a field, whose id is made free on its page.
Result<Instrument> withNewField(const Instrument& in, std::string_view page, Field field);
Result<Instrument> withoutField(
    const Instrument& in, std::string_view page, std::string_view field);

/// Returns the figures of a field; empty when it is not there.
std::vector<Parameter> fieldParameters(
    const Instrument& in, std::string_view page, std::string_view field);
/// Sets one of them from what a maker types.
Result<Instrument> withFieldParameter(const Instrument& in, std::string_view page,
    std::string_view field, std::string_view path, std::string_view text);

} // namespace fern
