# Lives by R's package survival: what our own sums are held against. Prints one figure list a line: name, then its values.
# Made again with: Rscript core/src/testing/reference/lives.R > core/src/testing/reference/lives.txt
suppressMessages(library(survival))
say <- function(name, x) cat(name, formatC(x, digits = 10, format = "g"), "\n")

# Failed at an age, between two looks, before the first look, or still good.
lower <- c(50, 100, NA, 120, 200, 250, 300, 80, NA, 400)
upper <- c(100, 100, 60, 220, 200, NA, 450, NA, 90, NA)
mixed <- Surv(lower, upper, type = "interval2")
for (law in c("weibull", "lognormal", "exponential")) {
  fit <- survreg(mixed ~ 1, dist = law)
  say(law, c(coef(fit), fit$scale, fit$loglik[1]))
}
# Turnbull's survival after 60, 100, 200 h.
turnbull <- survfit(mixed ~ 1)
say("turnbull", summary(turnbull, times = c(60, 100, 200))$surv)

# Kaplan-Meier with late entries and limits of ln(-ln S).
entry <- c(0, 0, 20, 40, 0, 60, 10, 0)
age <- c(30, 55, 55, 80, 90, 100, 120, 130)
failed <- c(1, 1, 0, 1, 1, 0, 1, 0)
km <- survfit(Surv(entry, age, failed) ~ 1, conf.type = "log-log")
say("kaplanMeier", summary(km)$surv)
say("kaplanMeierErrors", summary(km)$std.err)
say("kaplanMeierLower", summary(km)$lower)
say("kaplanMeierUpper", summary(km)$upper)

# Weibull regression of intervals on two columns.
l <- c(100, 150, NA, 220, 300, 90, 400, 250, 120, 310)
u <- c(100, NA, 80, 260, 300, 90, NA, 250, 180, 310)
x1 <- c(0, 1, 0, 1, 1, 0, 1, 0, 0, 1)
x2 <- c(0.1, 0.4, 0.2, 0.9, 0.3, 0.5, 0.0, 0.2, 0.8, 0.6)
regression <- survreg(Surv(l, u, type = "interval2") ~ x1 + x2, dist = "weibull")
say("regression", c(coef(regression), 1 / regression$scale, regression$loglik[2]))
say("regressionErrors", sqrt(diag(regression$var))[1:3])

# Cumulative incidence of two causes (Aalen-Johansen).
t <- c(5, 8, 8, 12, 15, 15, 20, 22, 30, 31, 40, 41)
cause <- c("strings", "bearing", NA, "strings", "strings", NA, "bearing", "strings", NA, "bearing", "strings", NA)
event <- factor(ifelse(is.na(cause), "none", cause), levels = c("none", "bearing", "strings"))
incidence <- survfit(Surv(t, event) ~ 1, conf.type = "log-log")
at <- incidence$time %in% t[!is.na(cause)]
for (n in 2:3) {
  say(paste0("incidence:", levels(event)[n]), incidence$pstate[at, n])
  say(paste0("incidenceLower:", levels(event)[n]), incidence$lower[at, n])
  say(paste0("incidenceUpper:", levels(event)[n]), incidence$upper[at, n])
}
