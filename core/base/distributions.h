#pragma once
// The distributions that judge fits: Student's t and Fisher's F.

namespace fern {

/// Returns the regularized incomplete beta function I_x(a, b), 0 ≤ x ≤ 1, a and b positive, to
/// about 1e-10. Source: the continued fraction of the NIST Digital Library of Mathematical
/// Functions, 8.17.22, by Lentz's method.
double regularizedBeta(double a, double b, double x);

/// Returns the probability that a Fisher F with so many degrees of freedom exceeds `f` ≥ 0.
double fUpperTail(double f, double upperFreedom, double lowerFreedom);

/// Returns the probability that a Student's t exceeds `t`, of any sign.
double studentUpperTail(double t, double freedom);

/// Returns the t that |T| of a Student's t exceeds with probability `p`, 0 < p < 1: the factor of
/// a 1 − p interval.
double studentFactor(double p, double freedom);

} // namespace fern
