'use client';
import { createContext, useContext } from 'react';
import { type Figures, USUAL_FIGURES } from '@/core/electric/formulas';

/** The shop's own figures, for every calculator alike. */
export const FiguresContext = createContext<Figures>(USUAL_FIGURES);

export const useFigures = (): Figures => useContext(FiguresContext);
